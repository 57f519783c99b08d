using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Questions.LongText;

/// <summary>Long text in forms.</summary>
internal sealed class LongTextForm : IQuestionForm
{
    private const int MostSamples = 30;

    public Type DefinitionType => typeof(LongTextQuestion);

    public Type Editor => typeof(LongTextEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("longText", "Long text", "in whole sentences", "text", "essay open explain describe write paragraph", () =>
            new LongTextQuestion { Ideas = [new KeyIdea { Id = Ids.New() }] }
        )
        {
            IsCommon = true,
        },
    ];

    /// <summary>
    /// Fields: idea (the ids), name-ID, phrases-ID (one a line), between-ID, slips-ID, case-ID, points-ID, mentions-ID, found-ID, missing-ID;
    /// modelAnswer; press (from-to, in the model answer); measure, least, most; waits, those of the rubric; sample (texts).
    /// </summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (LongTextQuestion)old;
        var model = form["modelAnswer"].ToString().ReplaceLineEndings("\n").Trim();
        var ideas = Rows.Read(form, "idea")
            .Select(id => question.Ideas.FirstOrDefault(idea => idea.Id == id) ?? new KeyIdea { Id = id })
            .Select(idea =>
                idea with
                {
                    Name = form["name-" + idea.Id].ToString().Trim(),
                    Phrases = Rows.Lines(form["phrases-" + idea.Id]),
                    Between = EditForms.Whole(form["between-" + idea.Id], idea.Between, 0, 50),
                    Slips = form["slips-" + idea.Id] == "yes",
                    MatchCase = form["case-" + idea.Id] == "yes",
                    Points = EditForms.Decimal(form["points-" + idea.Id]) is { } points and >= 0 ? points : idea.Points,
                    Mentions = EditForms.Whole(form["mentions-" + idea.Id], idea.Mentions, 1, 100),
                    Found = form["found-" + idea.Id].ToString().Trim(),
                    Missing = form["missing-" + idea.Id].ToString().Trim(),
                }
            )
            .ToValueList();
        return question with
        {
            Ideas = form["press"].ToString() is { Length: > 0 } press ? Pressed(ideas, model, press, culture) : ideas,
            ModelAnswer = model,
            Measure = Named.TryRead<LengthMeasure>(form["measure"], out var measure) ? measure : question.Measure,
            Least = Length(form["least"]),
            Most = Length(form["most"]),
            WaitsForPerson = form["waits"] == "yes",
            Rubric = RubricFields.Read(form, question.Rubric),
            Samples = form["sample"]
                .Select(text => (text ?? "").ReplaceLineEndings("\n").Trim())
                .Where(text => text.Length > 0)
                .Take(MostSamples)
                .ToValueList(),
        };
    }

    private static int? Length(string? text) =>
        EditForms.Decimal(text) is { } length and > 0 and < LongTextType.LongestText ? (int)length : null;

    /// <summary>Words pressed in the model answer become an idea; a mention that is pressed is no idea any longer.</summary>
    private static ValueList<KeyIdea> Pressed(ValueList<KeyIdea> ideas, string model, string press, CultureInfo culture)
    {
        if (press.Split('-') is not [var from, var to] || !int.TryParse(from, out var first) || !int.TryParse(to, out var last))
        {
            return ideas;
        }

        var marked = Marked(ideas, model, culture);
        var before = marked.Select(run => run.Mark?.Id).OfType<string>().ToHashSet();
        var after = MarkedText.Press(marked, first, last, _ => new IdeaMark("", 0));
        var gone = before.Except(after.Select(run => run.Mark?.Id).OfType<string>()).ToHashSet();
        var made = after.FirstOrDefault(run => run.Mark is { Id: "" });
        var rest = ideas.RemoveAll(idea => gone.Contains(idea.Id));
        return made is null
            ? rest
            : rest.RemoveAll(idea => idea.Phrases.Count == 0 && idea.Name.Length == 0)
                .Add(new KeyIdea { Id = Ids.New(), Phrases = [made.Text.Trim()] });
    }

    /// <summary>A text in which each mention of an idea is marked.</summary>
    internal static ValueList<Run<IdeaMark>> Marked(ValueList<KeyIdea> ideas, string text, CultureInfo culture) =>
        LongTextType
            .PiecesOf(text, new KeyIdeas([.. ideas], culture).In(text))
            .Select(piece => new Run<IdeaMark>(piece.Text, piece.Idea > 0 ? new IdeaMark(ideas[piece.Idea - 1].Id, piece.Idea) : null))
            .ToValueList();
}

/// <summary>A mention of an idea, by the idea's id and number.</summary>
internal sealed record IdeaMark(string Id, int Number);
