using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.JumbledWords;

/// <summary>The family of jumbled words. Equal words are interchangeable.</summary>
public sealed partial class JumbledWordsType : QuestionType<JumbledWordsQuestion, JumbledWordsResponse>, IBecomes
{
    public override string Key => "jumbledWords";

    public override double GuessedDifficulty(Question question) => -0.8;

    protected override string TitleOf(JumbledWordsQuestion question) => AuthorWords.Say("familyJumbledWords");

    protected override decimal Parts(JumbledWordsQuestion question) => Math.Max(1, question.Words.Sum(line => line.Count));

    /// <summary>Each word that stands where such a word belongs is right.</summary>
    protected override QuestionMark Mark(JumbledWordsQuestion question, JumbledWordsResponse? response, CultureInfo culture)
    {
        var lines = question.Words;
        if (response is null || response.Lines.Count != lines.Count)
        {
            return new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingGiven"), []);
        }

        var parts = new List<PartCredit>();
        for (var line = 0; line < lines.Count; line++)
        {
            var text = lines[line].ToDictionary(word => word.Id, word => word.Text);
            for (var i = 0; i < lines[line].Count; i++)
            {
                var id = i < response.Lines[line].Count ? response.Lines[line][i] : "";
                var given = text.GetValueOrDefault(id, "");
                var right = given == lines[line][i].Text;
                parts.Add(
                    new PartCredit(
                        id,
                        given,
                        right ? Verdict.Right : Verdict.Wrong,
                        right ? 1 : 0,
                        1,
                        Reason.Of(right ? "inPlace" : "notInPlace", given)
                    )
                );
            }
        }

        return Credit.Of(parts, question.Penalty);
    }

    protected override string InWords(JumbledWordsQuestion question, JumbledWordsResponse response)
    {
        var text = question.Words.SelectMany(line => line).ToDictionary(word => word.Id, word => word.Text);
        return string.Join(" / ", response.Lines.Select(line => string.Join(' ', line.Select(id => text.GetValueOrDefault(id, "?")))));
    }

    protected override bool IsEmpty(JumbledWordsResponse response) => response.Lines.All(line => line.Count == 0);

    protected override Reason? RefuseResponse(JumbledWordsQuestion question, JumbledWordsResponse response)
    {
        var lines = question.Words;
        return
            response.Lines.Count == 0
            || (
                response.Lines.Count == lines.Count
                && lines.Zip(response.Lines).All(pair => pair.First.Select(word => word.Id).Order().SequenceEqual(pair.Second.Order()))
            )
            ? null
            : Reason.Of("notInQuestion");
    }

    protected override JumbledWordsResponse? Kept(
        JumbledWordsQuestion question,
        JumbledWordsResponse response,
        IReadOnlySet<string> right
    ) =>
        right.Count == 0
            ? null
            : new() { Lines = response.Lines.Select(line => line.Select(id => right.Contains(id) ? id : "").ToValueList()).ToValueList() };

    protected override JumbledWordsResponse WithKept(
        JumbledWordsQuestion question,
        JumbledWordsResponse given,
        JumbledWordsResponse kept
    ) => given with { Lines = given.Lines.Zip(kept.Lines, (line, stays) => Arrangement.WithKept(line, stays)).ToValueList() };

    protected override Steps StepsOf(JumbledWordsQuestion question) =>
        !question.EachMove ? Steps.NotMarked
        : question.RightWordsStay ? Steps.MarkedAndKept
        : Steps.Marked;

    protected override JumbledWordsQuestion WithWording(JumbledWordsQuestion older, JumbledWordsQuestion newer) =>
        older with
        {
            Feedback = newer.Feedback,
        };

    protected override JumbledWordsQuestion WithKey(JumbledWordsQuestion older, JumbledWordsQuestion newer) => older;

    protected override IEnumerable<Weakness> Check(JumbledWordsQuestion question, CultureInfo culture)
    {
        var lines = question.Words;
        if (lines.Sum(line => line.Count) < 2)
        {
            yield return new Weakness(true, AuthorWords.Say("hasFewerThanTwoWords"), "lines");
        }
        else if (lines.Any(line => line.Count > 0 && line.Select(word => word.Text).Distinct().Count() < 2))
        {
            yield return new Weakness(false, AuthorWords.Say("hasLineInWhichNothing"), "lines");
        }
    }

    protected override JumbledWordsResponse? Rehearse(JumbledWordsQuestion question, Chance chance) =>
        new() { Lines = question.Words.Select(line => chance.InOrder(line.Select(word => word.Id))).ToValueList() };

    protected override IEnumerable<PartOrder> Draw(JumbledWordsQuestion question, SeededRandom random, bool options) =>
        question.Words.Select(
            (line, number) =>
                new PartOrder(
                    $"line {number}",
                    Arrangement.Mixed(line, random, (one, other) => one.Text == other.Text).Select(word => word.Id).ToValueList()
                )
        );

    protected override QuestionView View(JumbledWordsQuestion question, Showing<JumbledWordsResponse> showing)
    {
        var words = question.Words;
        var lines =
            showing.Response is { Lines.Count: > 0 } given && given.Lines.Count == words.Count ? given.Lines : First(words, showing);
        var text = words.SelectMany(line => line).ToDictionary(word => word.Id, word => word.Text);
        var kept = showing.Kept?.Lines.SelectMany(line => line).Where(id => id.Length > 0).ToHashSet() ?? [];
        return new JumbledWordsView(
            question.Move,
            question.EachMove,
            lines
                .Select(line =>
                    line.Select(id => new JumbledWordView(id, text.GetValueOrDefault(id, ""), kept.Contains(id), showing.Said(id)))
                        .ToValueList()
                )
                .ToValueList(),
            // A line has words once nothing in it is open: while it is moved word by word, only when all of it is right.
            lines
                .Zip(question.Lines, (line, right) => line.All(id => IsSaid(question, showing, id)) ? question.FeedbackOf(right) : "")
                .ToValueList(),
            showing.Shown.RightAnswer ? question.Lines : []
        );
    }

    private static bool IsSaid(JumbledWordsQuestion question, Showing<JumbledWordsResponse> showing, string word) =>
        showing.Said(word).Verdict is { } verdict && (verdict == Verdict.Right || !question.EachMove || showing.Shown.RightAnswer);

    private static ValueList<ValueList<string>> First(ValueList<ValueList<JumbledWord>> words, Showing<JumbledWordsResponse> showing) =>
        words
            .Select(
                (line, number) =>
                {
                    var mixed = showing.InOrder($"line {number}", line, word => word.Id).Select(word => word.Id).ToValueList();
                    return showing.Kept is { } kept && number < kept.Lines.Count ? Arrangement.WithKept(mixed, kept.Lines[number]) : mixed;
                }
            )
            .ToValueList();
}
