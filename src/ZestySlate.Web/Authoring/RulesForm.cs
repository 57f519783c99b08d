using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Questions;

namespace ZestySlate.Web.Authoring;

/// <summary>The rules of play in the workbench's form: percentages as people type them.</summary>
internal static class RulesForm
{
    /// <summary>The edit, or which field cannot be read.</summary>
    public static Outcome<Edit> Read(IFormCollection form, Rules old)
    {
        var problem = (string?)null;
        decimal? Percent(string field, string name)
        {
            var typed = form[field].ToString().Replace("%", "").Trim().Replace(',', '.');
            if (typed.Length == 0)
            {
                return null;
            }

            if (decimal.TryParse(typed, NumberStyles.Number, CultureInfo.InvariantCulture, out var number))
            {
                return number;
            }

            problem ??= $"“{form[field]}” is not a percentage ({name}).";
            return null;
        }

        var costs = form["tryCosts"]
            .ToString()
            .Split([',', ';', ' '], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        int? Count(string field, string name)
        {
            var typed = form[field].ToString().Trim();
            if (typed.Length > 0 && !int.TryParse(typed, out _))
            {
                problem ??= $"“{typed}” is not a number ({name}).";
            }

            return int.TryParse(typed, out var count) ? count : null;
        }

        var rules = old with
        {
            Tries = Count("tries", "tries"),
            Round = Named.TryRead<Round>(form["round"], out var round) && Enum.IsDefined(round) ? round : old.Round,
            KeepsRight = form["keepsRight"] == "yes",
            LetsKeepCopy = form["letsKeepCopy"] == "yes",
            GoesBelowZero = form["belowZero"] == "yes",
            FeedbackOnly = form["feedbackOnly"] == "yes",
            ShowsStreak = form["streak"] == "yes",
            Lives = Count("lives", "lives"),
            Goes = Count("goes", "goes at the whole"),
            Clock = ReadClock(form, ref problem),
            TryCosts = costs
                .Select(cost =>
                    decimal.TryParse(cost.TrimEnd('%'), NumberStyles.Number, CultureInfo.InvariantCulture, out var share) ? share / 100 : -1
                )
                .ToValueList(),
            HintCost = (Percent("hintCost", "cost of the hint") ?? 0) / 100,
            Counts = form["counts"] == "last" ? CountingTry.Last : CountingTry.Best,
            Completion = Completions.Read(form["completion"]),
            WatchedShare = (Percent("watchedShare", "of every video") ?? (old.WatchedShare * 100)) / 100,
            PassMark = Percent("passMark", "pass mark"),
            DistinctionMark = Percent("distinctionMark", "distinction mark"),
            Reveal = new Reveal
            {
                RightOrWrong = Moment(form["revealVerdict"], old.Reveal.RightOrWrong),
                RightAnswer = Moment(form["revealAnswer"], old.Reveal.RightAnswer),
                Points = Moment(form["revealPoints"], old.Reveal.Points),
            },
            Bands = BandFields.Read(form, old.Bands),
        };
        return problem is null ? new SetRules(rules) : Outcome<Edit>.Refused(problem);
    }

    /// <summary>A time as minutes and seconds (1:30), or as minutes alone.</summary>
    private static Clock? ReadClock(IFormCollection form, ref string? problem)
    {
        var typed = form["clock"].ToString().Trim();
        if (typed.Length == 0)
        {
            return null;
        }

        var parts = typed.Split(':');
        if (
            parts.Length > 2
            || !decimal.TryParse(parts[0].Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var minutes)
            || !int.TryParse(parts.Length == 2 ? parts[1] : "0", out var seconds)
            || seconds is < 0 or > 3600
            || minutes > 1000
        )
        {
            problem ??= $"“{typed}” is not a time; write minutes and seconds as 1:30.";
            return null;
        }

        return new Clock(form["clockFor"] == nameof(ClockFor.Item) ? ClockFor.Item : ClockFor.Whole, (int)(minutes * 60) + seconds);
    }

    private static RevealMoment Moment(string? typed, RevealMoment old) =>
        Named.TryRead<RevealMoment>(typed, out var moment) ? moment : old;
}
