using ZestySlate.Core.Marking;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Placing;

/// <summary>
/// The mark of items on a board. An item used once is a part, right on any of its zones; one used often is a part for each of
/// its zones. Zones that share items are exchangeable; items that look alike are, too. A zone that takes one item counts one.
/// Put down where it does not belong, an item beyond what is asked costs the penalty as a wrong part does.
/// </summary>
internal static class PlacingMarking
{
    internal static QuestionMark Mark(PlacingQuestion question, PlacingResponse? response)
    {
        if (response is null || response.IsEmpty)
        {
            return new QuestionMark(Verdict.Missing, 0, Reason.Of("nothingGiven"), []);
        }

        var taken = new Dictionary<(string Zone, int Look), int>();
        var full = new HashSet<string>();
        var looks = LooksOf(question);
        var parts = new List<PartCredit>();
        var beyond = new List<PartCredit>();
        foreach (var item in question.Items)
        {
            var drops = response.AllFor(item.Id).Where(value => value.Length > 0).ToList();
            var hits = new List<string>();
            foreach (var drop in drops)
            {
                var zone = question.ZoneAt(drop);
                var verdict = zone is null ? "notOnZone" : Fits(zone, item);
                if (verdict is null)
                {
                    hits.Add(zone!.Id);
                    taken[(zone.Id, looks[item.Id])] = taken.GetValueOrDefault((zone.Id, looks[item.Id])) + 1;
                    full.Add(zone.Id);
                }
                else if (item.Often || item.Zones.Count == 0)
                {
                    beyond.Add(
                        new PartCredit(
                            item.Often ? $"{item.Id} {drop}" : item.Id,
                            item.Face.Name,
                            Verdict.Wrong,
                            0,
                            item.Weight,
                            Reason.Of(verdict, item.Face.Name, zone?.Name ?? ""),
                            item.Feedback
                        )
                    );
                }
                else
                {
                    parts.Add(
                        new PartCredit(
                            item.Id,
                            item.Face.Name,
                            Verdict.Wrong,
                            0,
                            item.Weight,
                            Reason.Of(verdict, item.Face.Name, zone?.Name ?? ""),
                            item.Feedback
                        )
                    );
                }
            }

            if (item.Often)
            {
                parts.AddRange(
                    item.Zones.Select(id =>
                        hits.Contains(id)
                            ? new PartCredit(
                                PartOf(item, id),
                                item.Face.Name,
                                Verdict.Right,
                                1,
                                item.Weight,
                                Reason.Of("onItsZone", item.Face.Name, NameOf(question, id)),
                                item.Feedback
                            )
                            : new PartCredit(
                                PartOf(item, id),
                                item.Face.Name,
                                Verdict.Missing,
                                0,
                                item.Weight,
                                Reason.Of("notPlaced", item.Face.Name)
                            )
                    )
                );
            }
            else if (item.Zones.Count > 0 && hits.Count > 0)
            {
                parts.Add(
                    new PartCredit(
                        item.Id,
                        item.Face.Name,
                        Verdict.Right,
                        1,
                        item.Weight,
                        Reason.Of("onItsZone", item.Face.Name, NameOf(question, hits[0])),
                        item.Feedback
                    )
                );
            }
            else if (item.Zones.Count > 0 && drops.Count == 0)
            {
                parts.Add(new PartCredit(item.Id, item.Face.Name, Verdict.Missing, 0, item.Weight, Reason.Of("notPlaced", item.Face.Name)));
            }

            // The reason why an item is not right there, or null when it is.
            string? Fits(Zone zone, PlacingItem what)
            {
                var wanted = question.Items.Count(other => looks[other.Id] == looks[what.Id] && other.Zones.Contains(zone.Id));
                return wanted == 0 ? "notOnItsZone"
                    : hits.Contains(zone.Id)
                    || taken.GetValueOrDefault((zone.Id, looks[what.Id])) >= wanted
                    || (!zone.TakesSeveral && full.Contains(zone.Id))
                        ? "zoneIsFull"
                    : null;
            }
        }

        return Credit.Of(parts, question.Penalty, beyond);
    }

    /// <summary>The id of the part that an item used often is on one of its zones.</summary>
    internal static string PartOf(PlacingItem item, string zone) => item.Often ? $"{item.Id} {zone}" : item.Id;

    internal static string NameOf(PlacingQuestion question, string zone) =>
        question.Zones.IndexOf(other => other.Id == zone) is >= 0 and var at && question.Zones[at].Name is { Length: > 0 } name ? name : "";

    /// <summary>Items that look alike share a number.</summary>
    private static Dictionary<string, int> LooksOf(PlacingQuestion question)
    {
        var looks = new Dictionary<string, int>();
        for (var i = 0; i < question.Items.Count; i++)
        {
            var item = question.Items[i];
            looks[item.Id] = Enumerable
                .Range(0, i)
                .FirstOrDefault(
                    other =>
                        !item.Often
                        && !question.Items[other].Often
                        && !item.Face.IsEmpty
                        && question.Items[other].Face.LooksLike(item.Face),
                    i
                );
        }

        return looks;
    }
}
