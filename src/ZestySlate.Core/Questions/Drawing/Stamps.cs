namespace ZestySlate.Core.Questions.Drawing;

/// <summary>The stamps: path data on a field of 24 × 24, drawn as lines.</summary>
public static class Stamps
{
    public static IReadOnlyDictionary<string, string> All { get; } =
        new SortedDictionary<string, string>(StringComparer.Ordinal)
        {
            ["tick"] = "M4 13l5 5L20 6",
            ["cross"] = "M5 5l14 14M19 5L5 19",
            ["question"] = "M8 8a4 4 0 1 1 5.5 3.7c-1 .5-1.5 1.2-1.5 2.3M12 18.5v.1",
            ["flag"] = "M6 21V4M6 4h12l-3 4 3 4H6",
            ["star"] = "M12 3l2.7 5.7 6.2.8-4.5 4.3 1.1 6.2-5.5-3-5.5 3 1.1-6.2-4.5-4.3 6.2-.8Z",
            ["dot"] = "M12 9a3 3 0 1 0 0 6a3 3 0 1 0 0-6ZM12 11.5v1",
            ["sun"] =
                "M12 8a4 4 0 1 0 0 8a4 4 0 1 0 0-8ZM12 2v2M12 20v2M2 12h2M20 12h2M5 5l1.4 1.4M17.6 17.6L19 19M5 19l1.4-1.4M17.6 6.4L19 5",
            ["cloud"] = "M7 18a4 4 0 0 1 0-8a5.5 5.5 0 0 1 10.5-1.2A4.6 4.6 0 0 1 17.5 18Z",
            ["rain"] = "M12 3c4 5 6 8 6 11a6 6 0 0 1-12 0c0-3 2-6 6-11Z",
            ["wind"] = "M3 9h10a3 3 0 1 0-3-3M3 13h15a3 3 0 1 1-3 3M3 17h7a2 2 0 1 1-2 2",
        };
}
