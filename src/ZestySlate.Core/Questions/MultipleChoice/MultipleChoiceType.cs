using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.MultipleChoice;

/// <summary>The family of multiple choice, and of true or false.</summary>
public sealed partial class MultipleChoiceType
    : QuestionType<MultipleChoiceQuestion, MultipleChoiceResponse>,
        IBecomes,
        IToldInWords,
        IHasRows,
        IGrows
{
    public override string Key => "multipleChoice";

    /// <summary>An option that is ticked as right is meant, and lacks its words.</summary>
    public Question WithoutBlanks(Question question) =>
        question is MultipleChoiceQuestion asked
            ? asked with
            {
                Options = asked.Options.WithoutLast(IHasRows.Least, option =>
                    option is { Text: var text, Picture: null, Right: false, Feedback: "" } && text.Trim().Length == 0
                ),
            }
            : question;

    public string WaitsIn => "options";

    public IEnumerable<string> NeedsOf(Question question) =>
        ((MultipleChoiceQuestion)question).Options.Select(option => option.Needs).Where(needs => needs.Length > 0);

    public Question Known(Question question, Func<string, bool> knows)
    {
        var asked = (MultipleChoiceQuestion)question;
        return asked.Options.Any(option => IsWaiting(option, knows))
            ? asked with
            {
                Options = asked.Options.RemoveAll(option => IsWaiting(option, knows)),
            }
            : asked;
    }

    public Question With(Question question, Func<string, string> twin) =>
        (MultipleChoiceQuestion)question with
        {
            Options = ((MultipleChoiceQuestion)question).Options.Replace(
                option => option.Needs.Length > 0,
                option => option with { Needs = twin(option.Needs) }
            ),
        };

    private static bool IsWaiting(Option option, Func<string, bool> knows) => option.Needs.Length > 0 && !knows(option.Needs);

    public override double GuessedDifficulty(Question question) =>
        ((MultipleChoiceQuestion)question).Picks switch
        {
            Picks.TrueOrFalse => -1,
            Picks.One => -0.6,
            _ => 0,
        };

    public string KeyInWords(Question question) =>
        string.Join(", ", ((MultipleChoiceQuestion)question).Options.Where(option => option.Right).Select(option => option.Name));

    protected override string TitleOf(MultipleChoiceQuestion question) =>
        question.Picks == Picks.TrueOrFalse ? AuthorWords.Say("familyTrueOrFalse") : AuthorWords.Say("familyMultipleChoice");

    protected override decimal Parts(MultipleChoiceQuestion question) =>
        question.Picks == Picks.Several ? Math.Max(1, question.RightOptions) : 1;

    protected override QuestionMark Mark(MultipleChoiceQuestion question, MultipleChoiceResponse? response, CultureInfo culture) =>
        MultipleChoiceMarking.Mark(question, response);

    protected override string InWords(MultipleChoiceQuestion question, MultipleChoiceResponse response) =>
        response.None
            ? Words.English["noneOfThese"]
            : string.Join("; ", question.Options.Where(option => response.Picked.Contains(option.Id)).Select(option => option.Name));

    protected override bool IsEmpty(MultipleChoiceResponse response) => response.IsEmpty;

    protected override Reason? RefuseResponse(MultipleChoiceQuestion question, MultipleChoiceResponse response) =>
        response.Picked.Any(id => question.Options.All(option => option.Id != id))
        || response.Picked.Distinct().Count() < response.Picked.Count
            ? Reason.Of("notInQuestion")
        : question.Picks != Picks.Several && response.Picked.Count > 1 ? Reason.Of("onlyOne")
        : null;

    protected override MultipleChoiceResponse? Kept(
        MultipleChoiceQuestion question,
        MultipleChoiceResponse response,
        IReadOnlySet<string> right
    ) =>
        question.Picks == Picks.Several && response.Picked.Any(right.Contains)
            ? new() { Picked = response.Picked.Where(right.Contains).ToValueList() }
            : null;

    protected override MultipleChoiceResponse WithKept(
        MultipleChoiceQuestion question,
        MultipleChoiceResponse given,
        MultipleChoiceResponse kept
    ) => given with { Picked = given.Picked.Union(kept.Picked).ToValueList(), None = false };

    protected override MultipleChoiceResponse Onto(
        MultipleChoiceQuestion question,
        MultipleChoiceResponse? before,
        MultipleChoiceResponse given
    )
    {
        if (given.Touched is not { } touched || question.Picks != Picks.Several || before is null)
        {
            return given with { Touched = null };
        }

        var picked = before.Picked.RemoveAll(touched.Contains).Concat(given.Picked.Where(touched.Contains)).ToValueList();
        return given with { Picked = given.None ? [] : picked, Touched = null };
    }

    protected override MultipleChoiceQuestion WithWording(MultipleChoiceQuestion older, MultipleChoiceQuestion newer) =>
        older with
        {
            Options = older.Options.Replace(
                _ => true,
                option =>
                    newer.Options.FirstOrDefault(o => o.Id == option.Id) is { } same
                        ? option with
                        {
                            Text = same.Text,
                            Picture = same.Picture,
                            Feedback = same.Feedback,
                        }
                        : option
            ),
        };

    protected override MultipleChoiceQuestion WithKey(MultipleChoiceQuestion older, MultipleChoiceQuestion newer) =>
        older with
        {
            Options = older.Options.Replace(
                _ => true,
                option => newer.Options.FirstOrDefault(o => o.Id == option.Id) is { } same ? option with { Right = same.Right } : option
            ),
        };

    protected override IEnumerable<Weakness> Check(MultipleChoiceQuestion question, CultureInfo culture)
    {
        var worded = question.Options.Where(option => option.Name.Trim().Length > 0 || option.Picture is not null).ToList();
        if (worded.Count < 2)
        {
            yield return new Weakness(true, AuthorWords.Say("hasFewerThanTwoOptions"), "options");
        }

        if (worded.Count < question.Options.Count)
        {
            yield return new Weakness(true, AuthorWords.Say("hasOptionWithoutWordsOr"), "options");
        }

        if (question.RightOptions == 0 && !(question.Picks == Picks.Several && question.OffersNone))
        {
            yield return new Weakness(true, AuthorWords.Say("hasNoRightAnswerTick"), "options");
        }

        if (
            worded
                .GroupBy(option => option.Text.Trim() + option.Picture?.Media, StringComparer.CurrentCultureIgnoreCase)
                .FirstOrDefault(same => same.Count() > 1) is
            { } twice
        )
        {
            yield return new Weakness(false, AuthorWords.Say("offersTwice", twice.First().Name), "options");
        }

        if (question.Picks == Picks.Several && question.RightOptions == question.Options.Count && question.Options.Count > 0)
        {
            yield return new Weakness(false, AuthorWords.Say("hasOnlyRightOptionsTicking"), "options");
        }

        if (question.Picks == Picks.Several && question.Penalty == 0 && !question.AllOrNothing)
        {
            yield return new Weakness(false, AuthorWords.Say("givesFullPointsWhoeverTicks"), "penalty");
        }
    }

    /// <summary>The words of an option; “True” and “False”, while the author has not changed them, in the activity's language.</summary>
    private static string TextOf(MultipleChoiceQuestion question, Option option, Words words) =>
        question.Picks != Picks.TrueOrFalse ? option.Text
        : option is { Id: "true", Text: "True" } ? words["true"]
        : option is { Id: "false", Text: "False" } ? words["false"]
        : option.Text;

    protected override IEnumerable<StatedOption> OptionsOf(MultipleChoiceQuestion question) =>
        question.Options.Select(option => new StatedOption(option.Id, option.Name, option.Right));

    protected override IEnumerable<string> Picked(MultipleChoiceQuestion question, MultipleChoiceResponse response) => response.Picked;

    protected override MultipleChoiceResponse? Rehearse(MultipleChoiceQuestion question, Chance chance)
    {
        if (question.Picks == Picks.Several)
        {
            var picked = question
                .Options.Where(option => chance.Knows() ? option.Right : chance.Happens(0.4))
                .Select(option => option.Id)
                .ToValueList();
            return picked.Count == 0 && !question.OffersNone ? null : new() { Picked = picked, None = picked.Count == 0 };
        }

        var (right, wrong) = (
            question.Options.Where(option => option.Right).ToList(),
            question.Options.Where(option => !option.Right).ToList()
        );
        var one = (chance.Knows() ? chance.One(right) : null) ?? chance.One(wrong) ?? chance.One(right);
        return one is null ? null : new() { Picked = [one.Id] };
    }

    protected override IEnumerable<PartOrder> Draw(MultipleChoiceQuestion question, SeededRandom random, bool options) =>
        question.Shuffle && options && question.Picks != Picks.TrueOrFalse
            ? [PartOrder.Shuffled("options", question.Options, option => option.Id, random, option => option.Pinned)]
            : [];

    protected override QuestionView View(MultipleChoiceQuestion question, Showing<MultipleChoiceResponse> showing)
    {
        var options = showing
            .InOrder("options", question.Options, option => option.Id)
            .Select(option =>
            {
                var picked = showing.Given?.Picked.Contains(option.Id) ?? false;
                return new OptionView(
                    option.Id,
                    TextOf(question, option, showing.Words),
                    option.Picture,
                    picked,
                    showing.Kept?.Picked.Contains(option.Id) ?? false,
                    picked ? showing.Said(option.Id) : PartSaid.Nothing,
                    showing.Shown.RightAnswer && option.Right
                );
            });
        var several = question.Picks == Picks.Several;
        return new MultipleChoiceView(
            several,
            several && question.OffersNone,
            showing.Response?.None ?? false,
            showing.Shown.RightAnswer && several && question.RightOptions == 0,
            options.ToValueList()
        );
    }
}
