using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;

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

            problem ??= $"«{form[field]}» is not a percentage ({name}).";
            return null;
        }

        var tries = form["tries"].ToString().Trim();
        var costs = form["tryCosts"].ToString().Split([',', ';', ' '], StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries);
        var bands = form["bandUpTo"].Zip(form["bandText"], (upTo, text) => (upTo: upTo!.Replace("%", "").Replace(',', '.').Trim(), text: text ?? "")).Where(band => band.upTo.Length > 0).ToList();
        var rules = old with
        {
            Tries = tries.Length == 0 ? null : int.TryParse(tries, out var count) ? count : 0,
            TryCosts = costs.Select(cost => decimal.TryParse(cost.TrimEnd('%'), NumberStyles.Number, CultureInfo.InvariantCulture, out var share) ? share / 100 : -1).ToValueList(),
            HintCost = (Percent("hintCost", "cost of the hint") ?? 0) / 100,
            Counts = form["counts"] == "last" ? CountingTry.Last : CountingTry.Best,
            Completion = Enum.TryParse<Completion>(form["completion"], true, out var completion) ? completion : null,
            PassMark = Percent("passMark", "pass mark"),
            DistinctionMark = Percent("distinctionMark", "distinction mark"),
            Reveal = new Reveal
            {
                RightOrWrong = Moment(form["revealVerdict"], old.Reveal.RightOrWrong),
                RightAnswer = Moment(form["revealAnswer"], old.Reveal.RightAnswer),
                Points = Moment(form["revealPoints"], old.Reveal.Points),
            },
            Bands = ScoreBands.Of(bands.Select(band => new ScoreBand(
                decimal.TryParse(band.upTo, NumberStyles.Number, CultureInfo.InvariantCulture, out var upTo) ? upTo : 0, band.text))),
        };
        return problem is null ? new SetRules(rules) : Outcome<Edit>.Refused(problem);
    }

    private static RevealMoment Moment(string? typed, RevealMoment old) => Enum.TryParse<RevealMoment>(typed, out var moment) ? moment : old;
}
