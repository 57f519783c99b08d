using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Poll;

/// <summary>The family of polls and ratings.</summary>
public sealed class PollType : QuestionType<PollQuestion, PollResponse>, IVoted, IHasRows
{
    public override string Key => "poll";

    /// <summary>Steps of a scale may be without words; each of them is a step.</summary>
    public Question WithoutBlanks(Question question) =>
        question is PollQuestion asked
            ? asked with
            {
                Choices = asked.IsScale ? asked.Choices : asked.Choices.WithoutLast(IHasRows.Least, choice => choice.Face.IsEmpty),
                Statements =
                    asked.Statements.Count > 1
                        ? asked.Statements.WithoutLast(IHasRows.Least, one => one.Text.Trim().Length == 0)
                        : asked.Statements,
            }
            : question;

    public override Demand UsualDemand => Demand.Reflection;

    public VoteRules VotesOf(Question question) => RulesOf((PollQuestion)question);

    public ValueList<PartAnswer> ChoicesOf(Response vote) => ((PollResponse)vote).Parts;

    /// <summary>How votes on a poll are treated.</summary>
    public static VoteRules RulesOf(PollQuestion question) => new(question.Anonymous, question.ShowsVotes);

    protected override string TitleOf(PollQuestion question) =>
        question.IsScale ? AuthorWords.Say("familyRating") : AuthorWords.Say("familyPoll");

    protected override decimal Parts(PollQuestion question) => 0;

    protected override bool IsGraded(PollQuestion question) => false;

    protected override QuestionMark Mark(PollQuestion question, PollResponse? response, CultureInfo culture) =>
        response is null || response.IsEmpty
            ? new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingGiven"), [])
            : new QuestionMark(Verdict.Ungraded, 0, Reason.Of(question.Anonymous ? "votedAnonymously" : "voted"), []);

    protected override string InWords(PollQuestion question, PollResponse response) =>
        string.Join(
            " · ",
            question.Asked.Select(part =>
            {
                var taken = string.Join(
                    ", ",
                    question
                        .Choices.Select((choice, i) => (choice, i))
                        .Where(at => response.AllFor(part).Contains(at.choice.Id))
                        .Select(at => NameOf(at.choice, at.i))
                );
                return question.Statements.FirstOrDefault(statement => statement.Id == part) is { } statement
                    ? $"{statement.Text}: {(taken.Length > 0 ? taken : "–")}"
                    : taken;
            })
        );

    /// <summary>What a choice is called: its words, or its number on the scale.</summary>
    public static string NameOf(PollChoice choice, int index) =>
        choice.Face.Name is { Length: > 0 } name ? name : (index + 1).ToString(CultureInfo.InvariantCulture);

    protected override bool IsEmpty(PollResponse response) => response.IsEmpty;

    protected override Reason? RefuseResponse(PollQuestion question, PollResponse response) =>
        !response.Parts.All(part => question.Asked.Contains(part.Part) && question.Choices.Any(choice => choice.Id == part.Value))
        || response.Parts.Distinct().Count() != response.Parts.Count
            ? Reason.Of("notInQuestion")
        : !question.Several && response.Parts.GroupBy(part => part.Part).Any(same => same.Count() > 1) ? Reason.Of("onlyOne")
        : null;

    protected override PollResponse? Kept(PollQuestion question, PollResponse response, IReadOnlySet<string> right) => null;

    protected override PollResponse WithKept(PollQuestion question, PollResponse given, PollResponse kept) => given;

    protected override PollQuestion WithWording(PollQuestion older, PollQuestion newer) =>
        older with
        {
            Choices = older.Choices.Replace(_ => true, choice => newer.Choices.FirstOrDefault(other => other.Id == choice.Id) ?? choice),
            Statements = older.Statements.Replace(
                _ => true,
                statement => newer.Statements.FirstOrDefault(other => other.Id == statement.Id) ?? statement
            ),
            ShowsVotes = newer.ShowsVotes,
        };

    protected override PollQuestion WithKey(PollQuestion older, PollQuestion newer) => older;

    protected override IEnumerable<Weakness> Check(PollQuestion question, CultureInfo culture)
    {
        if (question.Choices.Count(choice => question.IsScale || !choice.Face.IsEmpty) < 2)
        {
            yield return new Weakness(
                true,
                question.IsScale ? AuthorWords.Say("hasScaleFewerThanTwo") : AuthorWords.Say("hasFewerThanTwoChoices"),
                "choices"
            );
        }
        else if (question.IsScale && (question.Choices[0].Face.IsEmpty || question.Choices[question.Choices.Count - 1].Face.IsEmpty))
        {
            yield return new Weakness(false, AuthorWords.Say("hasScaleWhoseEndsSay"), "choices");
        }

        if (question.Statements.IndexOf(statement => statement.Text.Trim().Length == 0) is >= 0 and var empty)
        {
            yield return new Weakness(true, AuthorWords.Say("hasStatementWithoutWordsNumber", empty + 1), "statements");
        }
    }

    protected override PollResponse? Rehearse(PollQuestion question, Chance chance) =>
        new() { Parts = question.Asked.Select(part => new PartAnswer(part, chance.One(question.Choices)?.Id ?? "")).ToValueList() };

    protected override QuestionView View(PollQuestion question, Showing<PollResponse> showing)
    {
        var needed = RulesOf(question).VotersNeeded;
        var tally = question.ShowsVotes && showing.Mark is not null ? showing.Tally.ShownBy(RulesOf(question)) : null;
        var statements = question.Asked.Select(part => new PollStatementView(
            part,
            question.Statements.FirstOrDefault(statement => statement.Id == part)?.Text ?? "",
            question
                .Choices.Select(
                    (choice, i) =>
                        new PollChoiceView(
                            choice.Id,
                            i + 1,
                            choice.Face,
                            showing.Given?.AllFor(part).Contains(choice.Id) == true,
                            tally?.For(part, choice.Id)
                        )
                )
                .ToValueList()
        ));
        return new PollView(
            question.IsScale,
            question.Several,
            question.Anonymous,
            question.ShowsVotes,
            statements.ToValueList(),
            showing.Mark is not null,
            tally?.Voters,
            needed
        );
    }
}
