using CsCheck;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Scenes;

/// <summary>Areas on one board brought into line.</summary>
public sealed class AreaLayoutTests
{
    private static readonly Gen<Area> Any = Gen.Select(
        Gen.Double[0, 1],
        Gen.Double[0, 1],
        Gen.Double[0.02, 0.5],
        Gen.Double[0.02, 0.5],
        Gen.Int[0, 2],
        (x, y, width, height, shape) =>
            shape switch
            {
                0 => new RectangleArea(x, y, width, height),
                1 => new EllipseArea(x, y, width, height),
                _ => (Area)
                    new PolygonArea([new(x * 0.5, y * 0.5), new((x * 0.5) + width, y * 0.5), new((x * 0.5) + width, (y * 0.5) + height)]),
            }
    );

    private static double Width(Area area) => area.Outline.Max(corner => corner.X) - area.Outline.Min(corner => corner.X);

    private static double Height(Area area) => area.Outline.Max(corner => corner.Y) - area.Outline.Min(corner => corner.Y);

    [Fact]
    public void Whatever_is_done_shapes_and_order_stay_and_nothing_leaves_the_board() =>
        Gen.Select(Any.Array[1, 8], Gen.Enum<AreaLayout>())
            .Sample(
                (areas, layout) =>
                {
                    ValueList<Area> before = [.. areas];
                    var after = AreaLayouts.Arranged(before, layout);
                    Assert.Equal(before.Select(area => area.GetType()), after.Select(area => area.GetType()));
                    Assert.All(after, area => Assert.InRange(area.Middle.X, -1e-5, 1 + 1e-5));
                    Assert.All(after, area => Assert.InRange(area.Middle.Y, -1e-5, 1 + 1e-5));
                    Assert.Equal(before.Count, after.Count);
                }
            );

    [Fact]
    public void In_a_row_all_middles_are_as_high_as_the_first_where_there_is_room()
    {
        var row = AreaLayouts.Arranged(
            [new RectangleArea(0.1, 0.4, 0.1, 0.2), new EllipseArea(0.3, 0.1, 0.2, 0.1), new RectangleArea(0.6, 0.8, 0.1, 0.1)],
            AreaLayout.InARow
        );
        Assert.All(row, area => Assert.Equal(0.5, area.Middle.Y, 4));
        Assert.Equal([0.15, 0.4, 0.65], row.Select(area => Math.Round(area.Middle.X, 4)));
    }

    [Fact]
    public void As_large_as_the_first_each_around_its_own_middle()
    {
        var equal = AreaLayouts.Arranged(
            [
                new RectangleArea(0.1, 0.4, 0.1, 0.2),
                new EllipseArea(0.3, 0.3, 0.2, 0.1),
                new PolygonArea([new(0.5, 0.5), new(0.7, 0.5), new(0.7, 0.6)]),
            ],
            AreaLayout.SameSize
        );
        Assert.All(equal.Take(2), area => Assert.Equal((0.1, 0.2), (Math.Round(Width(area), 4), Math.Round(Height(area), 4))));
        Assert.Equal((0.1, 0.2), (Math.Round(Width(equal[2]), 4), Math.Round(Height(equal[2]), 4)));
        Assert.Equal((0.6, 0.55), (Math.Round(equal[2].Middle.X, 4), Math.Round(equal[2].Middle.Y, 4)));
    }

    [Fact]
    public void Equal_steps_lie_between_the_outermost_whatever_their_order()
    {
        var spread = AreaLayouts.Arranged(
            [new RectangleArea(0.8, 0, 0.1, 0.1), new RectangleArea(0, 0, 0.1, 0.1), new RectangleArea(0.1, 0, 0.1, 0.1)],
            AreaLayout.SpreadAcross
        );
        Assert.Equal([0.85, 0.05, 0.45], spread.Select(area => Math.Round(area.Middle.X, 4)));
    }
}
