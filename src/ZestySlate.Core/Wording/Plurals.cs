namespace ZestySlate.Core.Wording;

/// <summary>Which plural form a number takes, by the rules of Unicode CLDR for cardinals.</summary>
internal static class Plurals
{
    /// <summary>zero, one, two, few, many or other.</summary>
    internal static string FormOf(string language, decimal count) =>
        language == "ar" ? Arabic(count)
        : count == 1 ? "one"
        : "other";

    private static string Arabic(decimal count) =>
        count switch
        {
            0 => "zero",
            1 => "one",
            2 => "two",
            _ when count != decimal.Truncate(count) => "other",
            _ => (int)(count % 100) switch
            {
                >= 3 and <= 10 => "few",
                >= 11 => "many",
                _ => "other",
            },
        };
}
