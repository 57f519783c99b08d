using System.Globalization;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Questions;

/// <summary>Places on a board as answers write them: two shares with a space between, <c>0.25 0.4</c>.</summary>
public static class BoardPlace
{
    /// <summary>The place, or null when it is none on the board.</summary>
    public static Share? Read(string value)
    {
        var between = value.IndexOf(' ');
        return between > 0 && Number(value.AsSpan(0, between)) is { } x && Number(value.AsSpan(between + 1)) is { } y
            ? new Share(x, y)
            : null;
    }

    /// <summary>The place as answers write it, to a hundred-thousandth.</summary>
    public static string Write(Share place) =>
        string.Create(CultureInfo.InvariantCulture, $"{Math.Round(place.X, 5)} {Math.Round(place.Y, 5)}");

    private static double? Number(ReadOnlySpan<char> text) =>
        double.TryParse(text, NumberStyles.AllowDecimalPoint | NumberStyles.AllowExponent, CultureInfo.InvariantCulture, out var number)
        && number is >= 0 and <= 1
            ? number
            : null;
}

/// <summary>Where something was put down or pressed on a board, and what may be said of it.</summary>
/// <param name="Value">A zone's id, or a place.</param>
public sealed record PutDown(string Value, bool Kept, PartSaid Said);
