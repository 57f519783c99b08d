using System.Globalization;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Classes;

/// <summary>How much the categories of a gradebook weigh, as teachers type it: one a line, “Tests 60 %”.</summary>
public static class CategoryWeights
{
    /// <summary>The weights by category; why the text cannot be read, in words about the line. Empty text is no weights.</summary>
    public static Outcome<IReadOnlyDictionary<string, decimal>> Read(string typed)
    {
        var weights = new Dictionary<string, decimal>();
        foreach (var line in typed.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries))
        {
            var words = line.TrimEnd('%', ' ');
            var at = words.LastIndexOfAny([' ', '\t']);
            if (
                at < 0
                || !decimal.TryParse(
                    words[(at + 1)..].Replace(',', '.'),
                    NumberStyles.AllowDecimalPoint,
                    CultureInfo.InvariantCulture,
                    out var weight
                )
                || weight is <= 0 or > 1000
            )
            {
                return Outcome<IReadOnlyDictionary<string, decimal>>.Refused(AuthorWords.Say("notCategoryWeightWriteOne", line));
            }

            if (!weights.TryAdd(words[..at].Trim(' ', ':', '\t'), weight))
            {
                return Outcome<IReadOnlyDictionary<string, decimal>>.Refused(AuthorWords.Say("standsTwice", words[..at].Trim()));
            }
        }

        return weights;
    }
}
