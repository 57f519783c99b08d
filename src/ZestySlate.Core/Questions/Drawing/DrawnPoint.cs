using System.Globalization;

namespace ZestySlate.Core.Questions.Drawing;

/// <summary>A point of a mark: ten-thousandths of the board's width, and how strongly the pen was pressed, 0..100 (50 for a mouse).</summary>
public readonly record struct DrawnPoint(int X, int Y, int Pressure)
{
    /// <summary>Half as strong as a pen can be pressed: what has no pressure draws so.</summary>
    public const int Usual = 50;

    private const int Furthest = 50_000;

    /// <summary>The points of a mark, or null when they cannot be read.</summary>
    public static IReadOnlyList<DrawnPoint>? Read(string points)
    {
        var read = new List<DrawnPoint>();
        Span<Range> parts = stackalloc Range[4];
        foreach (var range in points.AsSpan().Split(' '))
        {
            var point = points.AsSpan()[range];
            var count = point.Split(parts, ',');
            var pressure = Usual;
            if (
                count is not (2 or 3)
                || !Number(point[parts[0]], -Furthest, Furthest, out var x)
                || !Number(point[parts[1]], -Furthest, Furthest, out var y)
                || (count == 3 && !Number(point[parts[2]], 0, 100, out pressure))
            )
            {
                return null;
            }

            read.Add(new DrawnPoint(x, y, pressure));
        }

        return read;
    }

    private static bool Number(ReadOnlySpan<char> text, int least, int most, out int number) =>
        int.TryParse(text, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out number) && number >= least && number <= most;
}
