using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Contents;
using ZestySlate.Core.Editing;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads forms about when a spot is there, on a backdrop that has a course in time.</summary>
internal static class DuringForms
{
    /// <summary>When something that is put somewhere at a moment is there: a question stops the course, where a sentence has been said if one
    /// ends nearby; anything else comes and goes.</summary>
    public static During? Beginning(IFormCollection form, Content content, decimal? lasts)
    {
        var stops = content.Asked is not null;
        return (stops ? EditForms.Decimal(form["sentenceEnd"]) : null) is { } end ? During.Beginning(end, stops, lasts)
            : EditForms.Decimal(form["moment"]) is { } moment ? During.Beginning(moment, stops, lasts)
            : null;
    }

    /// <summary>When the fields of the details say that a spot is there.</summary>
    public static Outcome<Edit> Read(IFormCollection form, Spot spot)
    {
        var (from, until) = (form["from"].ToString().Trim(), form["until"].ToString().Trim());
        if (from.Length == 0)
        {
            return new SetDuring(spot.Id, null);
        }

        var turns = TurnPlaces.Read(form, spot.Question);
        if (!turns.Succeeded)
        {
            return Outcome<Edit>.Refused(turns.Refusal!);
        }

        return Moments.Read(from) is not { } begins ? Outcome<Edit>.Refused(NoMoment(from))
            : until.Length > 0 && Moments.Read(until) is null ? Outcome<Edit>.Refused(NoMoment(until))
            : new SetDuring(
                spot.Id,
                (spot.During ?? new During(begins, null)) with
                {
                    From = begins,
                    Until = until.Length > 0 ? Moments.Read(until) : null,
                    Pauses = form["pauses"] == "yes" || (spot.During is null && spot.Question is not null),
                    Opens = form["opens"] == "yes" || (spot.During is null && spot.Question is not null),
                    Repeats = form["repeats"] == "yes",
                    Turns = turns.Value,
                }
            );
    }

    /// <summary>In which scenes one goes on after each answer, where there is no course in time.</summary>
    public static Outcome<Edit> ReadLeads(IFormCollection form, Spot spot)
    {
        var turns = TurnPlaces.Read(form, spot.Question);
        return !turns.Succeeded
            ? Outcome<Edit>.Refused(turns.Refusal!)
            : new SetDuring(spot.Id, turns.Value.Count == 0 ? null : During.Leading(turns.Value));
    }

    /// <summary>Another span, as a hand has drawn it; what else is said of its time stays.</summary>
    public static Outcome<Edit> ReadSpan(IFormCollection form, Spot spot) =>
        EditForms.Decimal(form["from"]) is not { } from
            ? Outcome<Edit>.Refused(NoMoment(form["from"].ToString()))
            : new SetDuring(
                spot.Id,
                (spot.During ?? new During(from, null) { Pauses = spot.Question is not null, Opens = spot.Question is not null }) with
                {
                    From = Math.Round(from, 3),
                    Until = EditForms.Decimal(form["until"]) is { } until ? Math.Round(until, 3) : null,
                }
            );

    /// <summary>Another moment to which one answer leads, as a hand has drawn it.</summary>
    public static Outcome<Edit> ReadTurn(IFormCollection form, Spot spot)
    {
        var place = TurnPlaces.Of(spot.Question).FirstOrDefault(place => place.Field == form["turn"]);
        return spot.During is not { } during || place?.In(during.Turns) is not { } turn
                ? Outcome<Edit>.Refused("This jump is not there any more; load the page again to see how it stands.")
            : EditForms.Decimal(form["to"]) is not { } to ? Outcome<Edit>.Refused(NoMoment(form["to"].ToString()))
            : new SetDuring(
                spot.Id,
                during with
                {
                    Turns = during
                        .Turns.Select(one => one == turn ? turn with { To = Math.Round(to, 3), Scene = null } : one)
                        .ToValueList(),
                }
            );
    }

    /// <summary>Why something typed is no moment.</summary>
    public static string NoMoment(string typed) => $"“{typed}” is no moment; write minutes and seconds, as 1:24 or 1:24.5.";
}
