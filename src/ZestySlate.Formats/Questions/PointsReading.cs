using System.Globalization;
using ZestySlate.Core.Marking.Reading;

namespace ZestySlate.Formats.Questions;

/// <summary>Reads the points of a question.</summary>
internal static class PointsReading
{
    /// <summary>The most points that one question has.</summary>
    internal const int Most = 1_000_000;

    /// <summary>The points, 0 or more; null when they are none.</summary>
    internal static decimal? Read(string text, CultureInfo culture) =>
        NumberReading.Read(text, culture)?.Value is { } points && points.Sign >= 0 && points <= Most ? points.ToDecimal() : null;
}
