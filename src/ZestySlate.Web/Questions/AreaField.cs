using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Web.Questions;

/// <summary>An area of a board in one field: its shape and its numbers, such as <c>rectangle 0.1 0.2 0.3 0.4</c> (left, top, width, height)
/// or <c>polygon 0.1 0.2 0.3 0.4 0.5 0.2</c> (corners).</summary>
internal static class AreaField
{
    public static string Write(Area area) =>
        area switch
        {
            RectangleArea box => $"rectangle {Numbers(box.X, box.Y, box.Width, box.Height)}",
            EllipseArea box => $"ellipse {Numbers(box.X, box.Y, box.Width, box.Height)}",
            _ => $"polygon {Numbers([.. area.Outline.SelectMany(corner => new[] { corner.X, corner.Y })])}",
        };

    /// <summary>The area, or the old one when it cannot be read.</summary>
    public static Area Read(string? text, Area old)
    {
        var words = (text ?? "").Split(' ', StringSplitOptions.RemoveEmptyEntries);
        var numbers = words
            .Skip(1)
            .Select(word => double.TryParse(word, NumberStyles.Float, CultureInfo.InvariantCulture, out var number) ? number : double.NaN)
            .ToList();
        return numbers.Any(double.IsNaN)
            ? old
            : (words.FirstOrDefault(), numbers.Count) switch
            {
                ("rectangle", 4) => new RectangleArea(numbers[0], numbers[1], numbers[2], numbers[3]),
                ("ellipse", 4) => new EllipseArea(numbers[0], numbers[1], numbers[2], numbers[3]),
                ("polygon", >= 6 and <= 200 and var count) when count % 2 == 0 => new PolygonArea(
                    Enumerable.Range(0, count / 2).Select(i => new Share(numbers[2 * i], numbers[(2 * i) + 1])).ToValueList()
                ),
                _ => old,
            };
    }

    private static string Numbers(params double[] numbers) =>
        string.Join(' ', numbers.Select(number => number.ToString("0.#####", CultureInfo.InvariantCulture)));
}
