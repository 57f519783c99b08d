using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Sort;

/// <summary>The family of items to be put into groups. An item that belongs nowhere is right when it is left out.</summary>
public sealed partial class SortType : QuestionType<SortQuestion, SortResponse>, IBecomes, IHasRows
{
    public override string Key => "sort";

    public Question WithoutBlanks(Question question) =>
        question is SortQuestion asked
            ? asked with
            {
                Items = asked.Items.WithoutLast(IHasRows.Least, item => item.Face.IsEmpty),
            }
            : question;

    public override Demand UsualDemand => Demand.Application;

    protected override string TitleOf(SortQuestion question) => AuthorWords.Say("familySort");

    protected override decimal Parts(SortQuestion question) => Together(question.Items, item => item.Weight);

    protected override QuestionMark Mark(SortQuestion question, SortResponse? response, CultureInfo culture) =>
        response is null || response.IsEmpty
            ? new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingGiven"), [])
            : Credit.Of(
                [
                    .. question.Items.Select(item =>
                        PartOf(question, item, response.AllFor(item.Id).Where(group => group.Length > 0).Distinct().ToList())
                    ),
                ],
                question.Penalty
            );

    /// <summary>Any one of its groups is right; where every group is asked for: (right − wrong) / groups, never below 0.</summary>
    private static PartCredit PartOf(SortQuestion question, SortItem item, List<string> chosen)
    {
        var name = item.Face.Name;
        var hits = chosen.Count(item.Groups.Contains);
        var misses = chosen.Count - hits;
        var titles = string.Join(", ", question.Groups.Where(group => chosen.Contains(group.Id)).Select(group => group.Title));
        if (item.Groups.Count == 0)
        {
            return chosen.Count == 0
                ? new PartCredit(item.Id, name, Verdict.Right, 1, item.Weight, Reason.Of("belongsNowhere", name), item.Feedback)
                : new PartCredit(item.Id, name, Verdict.Wrong, 0, item.Weight, Reason.Of("notInGroup", name, titles), item.Feedback);
        }

        if (chosen.Count == 0)
        {
            return new PartCredit(item.Id, name, Verdict.Missing, 0, item.Weight, Reason.Of("nothingChosenFor", name));
        }

        var needed = question.EveryGroup ? item.Groups.Count : 1;
        var earned =
            question.EveryGroup ? Fraction.Clamp(new Fraction(hits - misses, needed), 0, 1)
            : hits > 0 && misses == 0 ? Fraction.One
            : Fraction.Zero;
        var verdict =
            earned == 1 ? Verdict.Right
            : earned > 0 ? Verdict.Partly
            : Verdict.Wrong;
        var reason = verdict switch
        {
            Verdict.Right => Reason.Of("inGroup", name, titles),
            Verdict.Partly => Reason.Of("partsRight", hits, needed),
            _ => Reason.Of("notInGroup", name, titles),
        };
        return new PartCredit(item.Id, name, verdict, earned, item.Weight, reason, item.Feedback);
    }

    protected override string InWords(SortQuestion question, SortResponse response) =>
        string.Join(
            " · ",
            question.Groups.Select(group =>
                $"{group.Title}: {string.Join(", ", question.Items.Where(item => response.AllFor(item.Id).Contains(group.Id)).Select(item => item.Face.Name))}"
            )
        );

    protected override bool IsEmpty(SortResponse response) => response.IsEmpty;

    protected override Reason? RefuseResponse(SortQuestion question, SortResponse response) =>
        !response.Parts.All(part =>
            question.Items.Any(item => item.Id == part.Part)
            && (part.Value.Length == 0 || question.Groups.Any(group => group.Id == part.Value))
        )
            ? Reason.Of("notInQuestion")
        : !question.EveryGroup
        && response.Parts.Where(part => part.Value.Length > 0).GroupBy(part => part.Part).Any(same => same.Count() > 1)
            ? Reason.Of("onlyOne")
        : null;

    protected override SortResponse? Kept(SortQuestion question, SortResponse response, IReadOnlySet<string> right) =>
        response.Only(right) is { Count: > 0 } kept ? new() { Parts = kept } : null;

    protected override SortResponse WithKept(SortQuestion question, SortResponse given, SortResponse kept) =>
        given with
        {
            Parts = given.With(kept),
        };

    protected override SortQuestion WithWording(SortQuestion older, SortQuestion newer) =>
        older with
        {
            Groups = older.Groups.Replace(_ => true, group => newer.Groups.FirstOrDefault(other => other.Id == group.Id) ?? group),
            Items = older.Items.Replace(
                _ => true,
                item => Same(newer, item) is { } same ? item with { Face = same.Face, Feedback = same.Feedback } : item
            ),
        };

    protected override SortQuestion WithKey(SortQuestion older, SortQuestion newer) =>
        older with
        {
            EveryGroup = newer.EveryGroup,
            Items = older.Items.Replace(
                _ => true,
                item =>
                    Same(newer, item) is { } same
                        ? item with
                        {
                            Weight = same.Weight,
                            Groups = same.Groups.Where(id => older.Groups.Any(group => group.Id == id)).ToValueList(),
                        }
                        : item
            ),
        };

    private static SortItem? Same(SortQuestion question, SortItem item) => question.Items.FirstOrDefault(other => other.Id == item.Id);

    protected override IEnumerable<Weakness> Check(SortQuestion question, CultureInfo culture)
    {
        if (question.Groups.Count(group => group.Title.Trim().Length > 0) < 2)
        {
            yield return new Weakness(true, AuthorWords.Say("hasFewerThanTwoGroups"), "groups");
        }

        if (question.Items.Count(item => !item.Face.IsEmpty) < 2)
        {
            yield return new Weakness(true, AuthorWords.Say("hasFewerThanTwoItems"), "items");
        }
        else if (question.Items.All(item => item.Groups.Count == 0))
        {
            yield return new Weakness(true, AuthorWords.Say("hasNoRightAnswerPutEach"), "items");
        }

        if (
            question.Groups.FirstOrDefault(group => question.Items.All(item => !item.Groups.Contains(group.Id))) is { } empty
            && question.Items.Count > 0
        )
        {
            yield return new Weakness(false, AuthorWords.Say("hasGroupWhichNothingBelongs", empty.Title), "groups");
        }
    }

    protected override SortResponse? Rehearse(SortQuestion question, Chance chance)
    {
        var groups = question.Groups.Select(group => group.Id).ToList();
        return new()
        {
            Parts = question
                .Items.SelectMany(item =>
                    chance.Knows()
                        ? (question.EveryGroup ? item.Groups : item.Groups.Take(1)).Select(group => new PartAnswer(item.Id, group))
                    : chance.One(groups) is { } guessed ? [new PartAnswer(item.Id, guessed)]
                    : []
                )
                .ToValueList(),
        };
    }

    protected override IEnumerable<PartOrder> Draw(SortQuestion question, SeededRandom random, bool options) =>
        [PartOrder.Shuffled("items", question.Items, item => item.Id, random)];

    protected override QuestionView View(SortQuestion question, Showing<SortResponse> showing) =>
        new SortView(
            question.Groups,
            showing
                .InOrder("items", question.Items, item => item.Id)
                .Select(item => new SortItemView(
                    item.Id,
                    item.Face,
                    showing.Given?.AllFor(item.Id).ToValueList() ?? [],
                    showing.Kept?.For(item.Id).Length > 0,
                    showing.Said(item.Id),
                    showing.Shown.RightAnswer
                        ? string.Join(", ", question.Groups.Where(group => item.Groups.Contains(group.Id)).Select(group => group.Title))
                            is { Length: > 0 } groups
                            ? groups
                            : showing.Words["nowhere"]
                        : ""
                ))
                .ToValueList(),
            question.EveryGroup
        );
}
