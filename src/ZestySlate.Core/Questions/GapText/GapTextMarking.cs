using System.Globalization;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.GapText;

/// <summary>
/// Marks a gap text, gap by gap. Exchangeable gaps are given to their answers in the way that earns most, each answer once.
/// </summary>
internal static class GapTextMarking
{
    internal static QuestionMark Mark(GapTextQuestion question, GapTextResponse? response, CultureInfo culture)
    {
        var gaps = question.Gaps.ToList();
        var reading =
            question.Filling == GapFilling.Typed ? question.Reading : new TextReading { MatchCase = true, IgnoreEndPunctuation = false };
        var parts = new PartCredit[gaps.Count];
        foreach (
            var group in gaps.Select((gap, i) => (gap.Gap, gap.Words, Index: i))
                .GroupBy(gap => gap.Gap.Exchange.Length > 0 ? gap.Gap.Exchange : "\0" + gap.Gap.Id)
        )
        {
            var members = group.ToList();
            var matches = new TextMatch[members.Count, members.Count];
            for (var i = 0; i < members.Count; i++)
            {
                var typed = response?.For(members[i].Gap.Id) ?? "";
                for (var j = 0; j < members.Count; j++)
                {
                    var elsewhere = reading.Slips
                        ? gaps.Where(gap => gap.Gap.Id != members[j].Gap.Id)
                            .SelectMany(gap => GapTextQuestion.KeyOf(gap.Gap, gap.Words).Accepted)
                        : [];
                    matches[i, j] = TextMatching.Match(
                        typed,
                        GapTextQuestion.KeyOf(members[j].Gap, members[j].Words),
                        reading,
                        culture,
                        elsewhere
                    );
                }
            }

            var given = members.Count == 1 ? [0] : Given(matches);
            for (var i = 0; i < members.Count; i++)
            {
                parts[members[i].Index] = CreditOf(members[i].Gap, members[i].Index, matches[i, given[i]], Elsewhere(matches, i));
            }
        }

        return Credit.Of(parts, question.Penalty);
    }

    /// <summary>True when what stands in a gap would be right in another of its group, but is not where it was given.</summary>
    private static bool Elsewhere(TextMatch[,] matches, int row) =>
        Enumerable.Range(0, matches.GetLength(1)).Any(column => matches[row, column].Earned > 0);

    private static int[] Given(TextMatch[,] matches)
    {
        var n = matches.GetLength(0);
        var value = new decimal[n, n];
        for (var i = 0; i < n; i++)
        {
            for (var j = 0; j < n; j++)
            {
                // Among equally good ways, a gap keeps its own answer.
                value[i, j] = matches[i, j].Earned + (i == j ? 0.000001m : 0);
            }
        }

        return Assignment.Best(value);
    }

    private static PartCredit CreditOf(Gap gap, int index, TextMatch match, bool rightElsewhere)
    {
        var reason = match.Verdict == Verdict.Wrong && rightElsewhere ? Reason.Of("usedTwice") : match.Reason;
        var feedback = match.Verdict switch
        {
            Verdict.Right or Verdict.Partly => gap.WordsForRight,
            Verdict.Wrong => gap.WordsForWrong,
            _ => "",
        };
        return new PartCredit(gap.Id, $"{index + 1}", match.Verdict, match.Earned, Math.Max(0.01m, gap.Weight), reason, feedback);
    }
}
