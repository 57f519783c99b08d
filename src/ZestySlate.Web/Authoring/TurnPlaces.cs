using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Captions;
using ZestySlate.Core.Questions;

namespace ZestySlate.Web.Authoring;

/// <summary>An answer after which a course in time can go on elsewhere, as its author sets it.</summary>
/// <param name="After">The answer.</param>
/// <param name="Option">The option that is chosen, by its id, or null.</param>
/// <param name="Words">What it is called.</param>
public sealed record TurnPlace(TurnAfter After, string? Option, string Words)
{
    /// <summary>The name of its field in forms.</summary>
    public string Field => Option is null ? $"turn-{After}" : $"turn-{After}-{Option}";

    /// <summary>The turn that is set for it, or null.</summary>
    public Turn? In(IEnumerable<Turn> turns) => turns.FirstOrDefault(turn => turn.After == After && turn.Option == Option);
}

/// <summary>Every answer after which a course in time can go on elsewhere; the first that fits counts.</summary>
internal static class TurnPlaces
{
    /// <summary>The share of the points from which on it goes on elsewhere, where none is typed, in per cent.</summary>
    public const decimal UsualShare = 60;

    /// <summary>Those of a question; of what asks nothing, being done with it.</summary>
    public static IEnumerable<TurnPlace> Of(Question? question)
    {
        if (question is null)
        {
            return [new TurnPlace(TurnAfter.Always, null, "After it")];
        }

        var options = QuestionTypes.For(question).OptionsOf(question);
        return
        [
            .. options
                .Take(During.MostTurns - 4)
                .Select(option => new TurnPlace(TurnAfter.Chosen, option.Id, $"After “{option.Words.Cut(60)}”")),
            new TurnPlace(TurnAfter.Right, null, "After a right answer"),
            new TurnPlace(TurnAfter.Score, null, "From"),
            new TurnPlace(TurnAfter.Wrong, null, "After a wrong answer"),
            new TurnPlace(TurnAfter.Always, null, "After anything else"),
        ];
    }

    /// <summary>The turns that a form sets, or which moment in it is none.</summary>
    public static Outcome<ValueList<Turn>> Read(IFormCollection form, Question? question)
    {
        var turns = new List<Turn>();
        foreach (var place in Of(question))
        {
            var (typed, scene) = (form[place.Field].ToString().Trim(), form[$"{place.Field}-scene"].ToString());
            var to = Moments.Read(typed);
            if (typed.Length > 0 && to is null)
            {
                return Outcome<ValueList<Turn>>.Refused(DuringForms.NoMoment(typed));
            }

            var share = place.After == TurnAfter.Score ? form[$"{place.Field}-share"].ToString().Trim() : "";
            if (share.Length > 0 && EditForms.Decimal(share) is not (>= 0 and <= 100))
            {
                return Outcome<ValueList<Turn>>.Refused($"“{share}” is no share of the points: write a number from 0 to 100.");
            }

            // A share alone is kept: from it on, it goes on from there, whatever is said of wrong answers.
            if (to is not null || scene.Length > 0 || share.Length > 0)
            {
                turns.Add(
                    new Turn(place.After, scene.Length > 0 ? null : to)
                    {
                        Option = place.Option,
                        Scene = scene.Length > 0 ? scene : null,
                        Share = place.After == TurnAfter.Score ? (EditForms.Decimal(share) ?? UsualShare) / 100 : null,
                    }
                );
            }
        }

        return turns.ToValueList();
    }
}
