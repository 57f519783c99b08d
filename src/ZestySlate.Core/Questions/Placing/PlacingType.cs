using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Placing;

/// <summary>The family of items that are put where they belong on a board.</summary>
public sealed class PlacingType : QuestionType<PlacingQuestion, PlacingResponse>
{
    /// <summary>The most drops in one answer.</summary>
    private const int MostDrops = 500;

    public override string Key => "placing";

    public override Demand UsualDemand => Demand.Application;

    protected override string TitleOf(PlacingQuestion question) => AuthorWords.Say("familyPlace");

    protected override decimal Parts(PlacingQuestion question) =>
        Together(question.Items.Where(item => item.Zones.Count > 0).ToList(), item => item.Weight * (item.Often ? item.Zones.Count : 1));

    protected override QuestionMark Mark(PlacingQuestion question, PlacingResponse? response, CultureInfo culture) =>
        PlacingMarking.Mark(question, response);

    protected override string InWords(PlacingQuestion question, PlacingResponse response) =>
        string.Join(
            " · ",
            response
                .Parts.Where(part => part.Value.Length > 0)
                .Select(part =>
                    $"{question.Items.FirstOrDefault(item => item.Id == part.Part)?.Face.Name} → {WhereInWords(question, part.Value)}"
                )
        );

    private static string WhereInWords(PlacingQuestion question, string place) =>
        question.ZoneAt(place) is not { } zone ? AuthorWords.Say("besideZones")
        : zone.Name.Length > 0 ? zone.Name
        : AuthorWords.Say("aZone");

    protected override bool IsEmpty(PlacingResponse response) => response.IsEmpty;

    protected override Reason? RefuseResponse(PlacingQuestion question, PlacingResponse response) =>
        response.Parts.Count > MostDrops
        || !response.Parts.All(part =>
            question.Items.Any(item => item.Id == part.Part)
            && (part.Value.Length == 0 || BoardPlace.Read(part.Value) is not null || question.Zones.Any(zone => zone.Id == part.Value))
        )
            ? Reason.Of("notInQuestion")
        : response
            .Parts.Where(part => part.Value.Length > 0)
            .GroupBy(part => part.Part)
            .Any(same => same.Count() > 1 && question.Items.First(item => item.Id == same.Key) is { Often: false })
            ? Reason.Of("onlyOne")
        : response.Parts.FirstOrDefault(part => !question.TakesItem(part)) is { } astray
            ? Reason.Of("mayNotLieThere", question.Items.First(item => item.Id == astray.Part).Face.Name)
        : null;

    protected override PlacingResponse? Kept(PlacingQuestion question, PlacingResponse response, IReadOnlySet<string> right)
    {
        var kept = response.Parts.Where(drop => drop.Value.Length > 0 && IsRight(question, drop, right)).ToValueList();
        return kept.Count > 0 ? new() { Parts = kept } : null;
    }

    protected override PlacingResponse WithKept(PlacingQuestion question, PlacingResponse given, PlacingResponse kept) =>
        given with
        {
            Parts = given
                .Parts.Where(drop =>
                    question.Items.FirstOrDefault(item => item.Id == drop.Part) is { Often: true }
                        ? !kept.Parts.Contains(drop)
                        : kept.Parts.All(part => part.Part != drop.Part)
                )
                .Concat(kept.Parts)
                .ToValueList(),
        };

    /// <summary>A drop that is wrong goes back, where drops are marked one by one.</summary>
    protected override (bool Right, PlacingResponse After) AfterStep(
        PlacingQuestion question,
        PlacingResponse response,
        QuestionMark mark,
        string part
    )
    {
        var right = mark.Parts.Where(p => p.Verdict == Verdict.Right).Select(p => p.Part).ToHashSet();
        var stays = response.Parts.Where(drop => drop.Value.Length > 0 && IsRight(question, drop, right)).ToValueList();
        return (
            response.Parts.All(drop => drop.Part != part || drop.Value.Length == 0 || stays.Contains(drop)),
            response with
            {
                Parts = stays,
            }
        );
    }

    protected override Steps StepsOf(PlacingQuestion question) =>
        question.WrongDrop == WrongDrop.Returns ? Steps.MarkedAndKept : Steps.NotMarked;

    private static bool IsRight(PlacingQuestion question, PartAnswer drop, IReadOnlySet<string> right) =>
        question.Items.FirstOrDefault(item => item.Id == drop.Part) is { } item
        && question.ZoneAt(drop.Value) is { } zone
        && right.Contains(PlacingMarking.PartOf(item, zone.Id));

    protected override PlacingQuestion WithWording(PlacingQuestion older, PlacingQuestion newer) =>
        older with
        {
            Board = older.Board with { Picture = newer.Board.Picture ?? older.Board.Picture },
            Zones = older.Zones.Replace(
                _ => true,
                zone => newer.Zones.FirstOrDefault(other => other.Id == zone.Id) is { } same ? zone with { Name = same.Name } : zone
            ),
            Items = older.Items.Replace(
                _ => true,
                item => Same(newer, item) is { } same ? item with { Face = same.Face, Tip = same.Tip, Feedback = same.Feedback } : item
            ),
            Fixed = newer.Fixed,
        };

    protected override PlacingQuestion WithKey(PlacingQuestion older, PlacingQuestion newer) =>
        older with
        {
            Zones = older.Zones.Replace(
                _ => true,
                zone =>
                    newer.Zones.FirstOrDefault(other => other.Id == zone.Id) is { } same
                        ? zone with
                        {
                            Area = same.Area,
                            TakesSeveral = same.TakesSeveral,
                        }
                        : zone
            ),
            Items = older.Items.Replace(
                _ => true,
                item =>
                    Same(newer, item) is { } same
                        ? item with
                        {
                            Weight = same.Weight,
                            Zones = same.Zones.Where(id => older.Zones.Any(zone => zone.Id == id)).ToValueList(),
                            MayLieOn = same.MayLieOn.Where(id => older.Zones.Any(zone => zone.Id == id)).ToValueList(),
                        }
                        : item
            ),
        };

    private static PlacingItem? Same(PlacingQuestion question, PlacingItem item) =>
        question.Items.FirstOrDefault(other => other.Id == item.Id);

    protected override IEnumerable<Weakness> Check(PlacingQuestion question, CultureInfo culture)
    {
        if (question.Items.All(item => item.Face.IsEmpty))
        {
            yield return new Weakness(true, AuthorWords.Say("hasNoItems"), "items");
        }
        else if (question.Items.All(item => item.Zones.Count == 0))
        {
            yield return new Weakness(true, AuthorWords.Say("hasNoRightAnswerPut"), "items");
        }

        foreach (var zone in question.Zones.Where(zone => !zone.TakesSeveral))
        {
            var only =
                question.Items.Count(item => item.Zones.Count == 1 && item.Zones[0] == zone.Id)
                + question.Items.Count(item => item.Often && item.Zones.Count > 1 && item.Zones.Contains(zone.Id));
            if (only > 1)
            {
                yield return new Weakness(true, AuthorWords.Say("hasZoneTakesOneItem", Named(zone), only), "zones");
            }
        }

        foreach (
            var item in question.Items.Where(item =>
                item.Zones.Count > 0 && item.Zones.All(zone => !question.TakesItem(new PartAnswer(item.Id, zone)))
            )
        )
        {
            yield return new Weakness(true, AuthorWords.Say("hasItemMayNotLie", item.Face.Name), "items");
        }

        foreach (var zone in question.Zones.Where(zone => zone.Area.IsTooSmall))
        {
            yield return new Weakness(false, AuthorWords.Say("hasZoneTooSmallFinger", Named(zone)), "zones");
        }

        if (question.Zones.Any(zone => zone.Name.Trim().Length == 0))
        {
            yield return new Weakness(false, AuthorWords.Say("hasZoneWithoutNameWho"), "zones");
        }

        if (
            question
                .Zones.Where(zone => zone.Name.Trim().Length > 0)
                .GroupBy(zone => zone.Name.Trim())
                .FirstOrDefault(same => same.Count() > 1) is
            { } twice
        )
        {
            yield return new Weakness(false, AuthorWords.Say("hasTwoZonesNamed", twice.Key), "zones");
        }

        if (question.Board.Picture is { AlternativeText.Length: 0 })
        {
            yield return new Weakness(false, AuthorWords.Say("hasBoardWithoutWordsThose"), "alternativeText");
        }
    }

    private static string Named(Zone zone) => zone.Name.Length > 0 ? $" “{zone.Name}”" : "";

    protected override PlacingResponse? Rehearse(PlacingQuestion question, Chance chance)
    {
        var zones = question.Zones.Select(zone => zone.Id).ToList();
        return new()
        {
            Parts = question
                .Items.SelectMany(item =>
                    chance.Knows() ? (item.Often ? item.Zones : item.Zones.Take(1)).Select(zone => new PartAnswer(item.Id, zone))
                    : chance.One(zones) is { } guessed ? [new PartAnswer(item.Id, guessed)]
                    : []
                )
                .ToValueList(),
        };
    }

    protected override IEnumerable<PartOrder> Draw(PlacingQuestion question, SeededRandom random, bool options) =>
        [PartOrder.Shuffled("items", question.Items, item => item.Id, random)];

    protected override QuestionView View(PlacingQuestion question, Showing<PlacingResponse> showing)
    {
        var seen = question.ZonesShown != ZonesShown.Never || showing.Shown.RightAnswer;
        var zones = question
            .Zones.Select(
                (zone, i) =>
                    new ZoneView(
                        zone.Id,
                        zone.Name is { Length: > 0 } name ? name : showing.Words.Say("zoneNumber", i + 1),
                        zone.TakesSeveral,
                        seen ? zone.Area : null
                    )
            )
            .ToValueList();
        return new PlacingView(
            question.Board,
            question.Board.Shape,
            zones,
            showing
                .InOrder("items", question.Items, item => item.Id)
                .Select(item => new PlacingItemView(
                    item.Id,
                    item.Face,
                    item.Tip,
                    item.Often,
                    Math.Clamp(item.Width ?? question.ItemWidth, 0.02m, 1),
                    (showing.Given?.AllFor(item.Id).Where(value => value.Length > 0) ?? [])
                        .Select(value => new PutDown(
                            value,
                            showing.Kept?.Parts.Contains(new PartAnswer(item.Id, value)) ?? false,
                            SaidOf(question, item, value, showing)
                        ))
                        .ToValueList(),
                    item.Often ? LastWrong(item, showing) : showing.Said(item.Id),
                    showing.Shown.RightAnswer
                        ? string.Join(", ", zones.Where(zone => item.Zones.Contains(zone.Id)).Select(zone => zone.Name))
                            is { Length: > 0 } right
                            ? right
                            : showing.Words["nowhere"]
                        : ""
                )
                {
                    MayLieOn = item.MayLieOn,
                })
                .ToValueList(),
            question.Fixed,
            question.ZonesShown,
            question.ShowsNames,
            Math.Clamp(question.Tint, 0, 1),
            question.MayLie,
            question.LinesUp
        );
    }

    private static PartSaid LastWrong(PlacingItem item, Showing<PlacingResponse> showing) =>
        showing.Mark?.Parts.LastOrDefault(part =>
            part.Verdict == Verdict.Wrong && part.Part.StartsWith(item.Id + " ", StringComparison.Ordinal)
        )
            is { } wrong
            ? showing.Said(wrong.Part)
            : PartSaid.Nothing;

    private static PartSaid SaidOf(PlacingQuestion question, PlacingItem item, string value, Showing<PlacingResponse> showing) =>
        !item.Often ? showing.Said(item.Id)
        : showing.Said($"{item.Id} {value}") is { Verdict: not null } wrong ? wrong
        : question.ZoneAt(value) is { } zone ? showing.Said(PlacingMarking.PartOf(item, zone.Id))
        : PartSaid.Nothing;
}
