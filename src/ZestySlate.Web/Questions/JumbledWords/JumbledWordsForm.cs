using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.JumbledWords;

namespace ZestySlate.Web.Questions.JumbledWords;

/// <summary>Jumbled words in forms.</summary>
internal sealed class JumbledWordsForm : IQuestionForm
{
    private const int MostLines = 50;

    public Type DefinitionType => typeof(JumbledWordsQuestion);

    public Type Editor => typeof(JumbledWordsEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("jumbledWords", "Jumbled words", "build the sentence", "shuffle", "scrambled syntax sentence puzzle", () =>
            new JumbledWordsQuestion()
        ),
    ];

    /// <summary>Fields: lines; line and lineWords (the lines as they were, with their words); move; eachMove, stay, hideEnds.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (JumbledWordsQuestion)old;
        var lines = Rows.Lines(form["lines"]).Take(MostLines).ToValueList();
        return question with
        {
            Lines = lines,
            Feedback = Feedback(form, question, lines),
            Move = Named.TryRead<JumbledMove>(form["move"], out var move) ? move : question.Move,
            EachMove = form["eachMove"] == "yes",
            RightWordsStay = form["stay"] == "yes",
            HideEnds = form["hideEnds"] == "yes",
        };
    }

    /// <summary>The words go with their line wherever it stands; one that was only mended in its place keeps them.</summary>
    private static ValueList<LineWords> Feedback(IFormCollection form, JumbledWordsQuestion old, ValueList<string> lines)
    {
        var words = form.ContainsKey("line")
            ? form["line"].Zip(form["lineWords"], (line, said) => new LineWords(line ?? "", (said ?? "").Trim())).ToList()
            : [.. old.Feedback];
        var mended = old.Lines.Count == lines.Count ? old.Lines.Zip(lines).Where(pair => !lines.Contains(pair.First)).ToList() : [];
        return words
            .Select(said => mended.Find(pair => pair.First == said.Line) is { Second: { } now } ? said with { Line = now } : said)
            .Where(said => said.Words.Length > 0 && lines.Contains(said.Line))
            .ToValueList();
    }
}
