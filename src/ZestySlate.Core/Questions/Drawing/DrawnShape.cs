using System.Globalization;
using System.Net;
using System.Text;

namespace ZestySlate.Core.Questions.Drawing;

/// <summary>
/// A mark as SVG (2, chapters 9 to 11). <c>Scripts/shared/drawn.ts</c> makes the same on the learner's page, to the letter,
/// so that a drawing is shown again exactly.
/// </summary>
public static class DrawnShape
{
    /// <summary>The width of every board in the units of its marks.</summary>
    public const int BoardWidth = 10_000;

    /// <summary>A stretch of a line of one thickness.</summary>
    /// <param name="Path">Path data.</param>
    /// <param name="Width">How thick it is.</param>
    public readonly record struct Stretch(string Path, double Width);

    /// <summary>The height of a board of this shape.</summary>
    public static int HeightOf(double ratio) => (int)Math.Floor((BoardWidth / ratio) + 0.5);

    /// <summary>The lines of a mark; none for a text or a stamp.</summary>
    public static IReadOnlyList<Stretch> StretchesOf(DrawnMark mark)
    {
        var points = DrawnPoint.Read(mark.Points) ?? [];
        return points.Count == 0
            ? []
            : mark.Sort switch
            {
                DrawnSort.Line => Free(points, mark.Width),
                DrawnSort.Straight => [new($"M{P(points[0])}L{P(points[^1])}", mark.Width)],
                DrawnSort.Arrow => [new(Arrow(points[0], points[^1], mark.Width), mark.Width)],
                DrawnSort.Rectangle => [new($"M{P(points[0])}H{points[^1].X}V{points[^1].Y}H{points[0].X}Z", mark.Width)],
                DrawnSort.Ellipse => [new(Ellipse(points[0], points[^1]), mark.Width)],
                _ => [],
            };
    }

    /// <summary>
    /// A free line: curves (quadratic, section 9.3.7) from middle to middle of its points, which are their handles, so that it
    /// is smooth. How thick each is comes from the pressure, in steps of ten: from 0.4 of the width to 1.6.
    /// </summary>
    private static List<Stretch> Free(IReadOnlyList<DrawnPoint> points, int width)
    {
        var stretches = new List<Stretch>();
        var path = new StringBuilder();
        var level = -1;
        (double X, double Y) at = (points[0].X, points[0].Y);
        for (var i = 0; i < points.Count; i++)
        {
            var point = points[i];
            var now = (point.Pressure + 5) / 10;
            if (now != level)
            {
                Close();
                (level, path) = (now, new StringBuilder($"M{N(at.X)},{N(at.Y)}"));
            }

            (double X, double Y) next =
                i + 1 < points.Count ? ((point.X + points[i + 1].X) / 2.0, (point.Y + points[i + 1].Y) / 2.0) : (point.X, point.Y);
            path.Append(CultureInfo.InvariantCulture, $"Q{P(point)} {N(next.X)},{N(next.Y)}");
            at = next;
        }

        Close();
        return stretches;

        void Close()
        {
            if (level >= 0)
            {
                stretches.Add(new Stretch(path.ToString(), width * (40 + (level * 12)) / 100.0));
            }
        }
    }

    private static string Arrow(DrawnPoint from, DrawnPoint to, int width)
    {
        var angle = Math.Atan2(to.Y - from.Y, to.X - from.X);
        var head = 150 + (width * 2);
        string Barb(double turn) => $"{N(to.X - (head * Math.Cos(angle + turn)))},{N(to.Y - (head * Math.Sin(angle + turn)))}";
        return $"M{P(from)}L{P(to)}M{Barb(0.5)}L{P(to)}L{Barb(-0.5)}";
    }

    private static string Ellipse(DrawnPoint from, DrawnPoint to)
    {
        var (rx, ry, middle) = (N(Math.Abs(to.X - from.X) / 2.0), N(Math.Abs(to.Y - from.Y) / 2.0), N((from.Y + to.Y) / 2.0));
        return $"M{from.X},{middle}A{rx},{ry} 0 1 0 {to.X},{middle}A{rx},{ry} 0 1 0 {from.X},{middle}Z";
    }

    /// <summary>The marks as SVG elements, in their order.</summary>
    public static string Svg(IEnumerable<DrawnMark> marks)
    {
        var svg = new StringBuilder();
        foreach (var mark in marks)
        {
            svg.Append(CultureInfo.InvariantCulture, $"<g data-mark=\"{mark.Number}\">");
            if (mark.Sort == DrawnSort.Text && DrawnPoint.Read(mark.Points) is [var place, ..])
            {
                svg.Append(
                    CultureInfo.InvariantCulture,
                    $"<text x=\"{place.X}\" y=\"{place.Y}\" font-size=\"{mark.Width}\" fill=\"{mark.Colour}\" "
                        + $"text-anchor=\"middle\" dominant-baseline=\"central\" "
                        + $"font-family=\"sans-serif\">{WebUtility.HtmlEncode(mark.Words)}</text>"
                );
            }
            else if (
                mark.Sort == DrawnSort.Stamp
                && DrawnPoint.Read(mark.Points) is [var middle, ..]
                && Stamps.All.TryGetValue(mark.Words, out var stamp)
            )
            {
                svg.Append(
                    CultureInfo.InvariantCulture,
                    $"<path d=\"{stamp}\" transform=\"translate({N(middle.X - (mark.Width / 2.0))} "
                        + $"{N(middle.Y - (mark.Width / 2.0))}) "
                        + $"scale({(mark.Width / 24.0).ToString("0.####", CultureInfo.InvariantCulture)})\" fill=\"none\" "
                        + $"stroke=\"{mark.Colour}\" stroke-width=\"2\" stroke-linecap=\"round\" stroke-linejoin=\"round\"/>"
                );
            }

            foreach (var stretch in StretchesOf(mark))
            {
                svg.Append(
                    CultureInfo.InvariantCulture,
                    $"<path d=\"{stretch.Path}\" fill=\"none\" stroke=\"{mark.Colour}\" "
                        + $"stroke-width=\"{N(stretch.Width)}\" stroke-linecap=\"round\" stroke-linejoin=\"round\"/>"
                );
            }

            svg.Append("</g>");
        }

        return svg.ToString();
    }

    /// <summary>A drawing as a file: what it was drawn on, and the marks.</summary>
    /// <param name="ratio">Width over height of the board.</param>
    /// <param name="picture">The picture on the board as a data address (RFC 2397), or null for an empty sheet.</param>
    /// <param name="marks">The marks.</param>
    public static string File(double ratio, string? picture, IEnumerable<DrawnMark> marks)
    {
        var height = HeightOf(ratio);
        var under = picture is null
            ? $"<rect width=\"{BoardWidth}\" height=\"{height}\" fill=\"#ffffff\"/>"
            : $"<image href=\"{picture}\" width=\"{BoardWidth}\" height=\"{height}\" preserveAspectRatio=\"none\"/>";
        return $"<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {BoardWidth} {height}\" width=\"1000\" "
            + $"height=\"{N(height / 10.0)}\">{under}{Svg(marks)}</svg>";
    }

    private static string P(DrawnPoint point) => string.Create(CultureInfo.InvariantCulture, $"{point.X},{point.Y}");

    /// <summary>A number to a tenth, halves up, as scripts round.</summary>
    private static string N(double value) => (Math.Floor((value * 10) + 0.5) / 10).ToString("0.#", CultureInfo.InvariantCulture);
}
