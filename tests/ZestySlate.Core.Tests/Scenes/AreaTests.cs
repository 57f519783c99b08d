using CsCheck;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Scenes;

/// <summary>Areas of pictures and panoramas: what lies inside, moving, bending, and the other sort of backdrop.</summary>
public sealed class AreaTests
{
    private static readonly PolygonArea Arrow = new([new(0.2, 0.2), new(0.8, 0.5), new(0.2, 0.8), new(0.4, 0.5)]);

    [Theory]
    [InlineData(0.5, 0.5, true)]
    [InlineData(0.4, 0.4, true)]
    [InlineData(0.39, 0.5, false)]
    [InlineData(0.61, 0.61, false)]
    public void A_rectangle_holds_what_is_in_it_and_on_its_edge(double x, double y, bool inside) =>
        Assert.Equal(inside, new RectangleArea(0.4, 0.4, 0.2, 0.2).Contains(x, y));

    [Theory]
    [InlineData(0.02, 0.5)]
    [InlineData(0.5, 0.99)]
    [InlineData(0, 0)]
    [InlineData(1, 1)]
    public void A_point_nearer_to_the_edge_than_its_radius_stays_where_it_is(double x, double y)
    {
        var area = new EllipseArea(x - 0.1, y - 0.05, 0.2, 0.1);
        Assert.Equal((x, y), (Math.Round(area.Middle.X, 5), Math.Round(area.Middle.Y, 5)));
        Assert.Equal((x, y), (Math.Round(area.MovedTo(0.5, 0.5).MovedTo(x, y).Middle.X, 5), Math.Round(area.MovedTo(x, y).Middle.Y, 5)));
        Assert.True(area.Contains(x, y));
        Assert.Equal(
            (x, y),
            (
                Math.Round(Area.Around("ellipse", x, y, onSphere: false).Middle.X, 5),
                Math.Round(Area.Around("ellipse", x, y, onSphere: false).Middle.Y, 5)
            )
        );

        // But not beside the picture.
        Assert.InRange(new EllipseArea(x - 5, y + 5, 0.2, 0.1).Middle.X, 0, 1);
        Assert.InRange(new EllipseArea(x - 5, y + 5, 0.2, 0.1).Middle.Y, 0, 1);
    }

    [Fact]
    public void An_ellipse_leaves_its_boxs_corners_out()
    {
        var ellipse = new EllipseArea(0.4, 0.4, 0.2, 0.1);
        Assert.True(ellipse.Contains(0.5, 0.4));
        Assert.True(ellipse.Contains(0.599, 0.45));
        Assert.False(ellipse.Contains(0.41, 0.41));
    }

    [Theory]
    [InlineData(0.5, 0.5, true)]
    [InlineData(0.3, 0.5, false)]
    [InlineData(0.25, 0.25, true)]
    [InlineData(0.2, 0.2, true)]
    [InlineData(0.8, 0.2, false)]
    public void A_polygon_may_be_bent_inwards(double x, double y, bool inside) => Assert.Equal(inside, Arrow.Contains(x, y));

    [Fact]
    public void Areas_stay_on_the_picture_when_they_are_moved() =>
        Gen.Select(Gen.Double[-1, 2], Gen.Double[-1, 2])
            .Sample(
                (x, y) =>
                    new Area[] { new RectangleArea(0.3, 0.3, 0.2, 0.3), new EllipseArea(0.1, 0.1, 0.4, 0.2), Arrow }.All(area =>
                        (area is EllipseArea ? [area.MovedTo(x, y).Middle] : area.MovedTo(x, y).Outline).All(c =>
                            c.X is >= -1e-6 and <= 1.000001 && c.Y is >= -1e-6 and <= 1.000001
                        )
                        && Math.Abs(area.MovedTo(x, y).Size - area.Size) < 1e-4
                    )
            );

    [Fact]
    public void An_areas_middle_goes_where_it_is_moved()
    {
        Assert.Equal(new Share(0.6, 0.4), new RectangleArea(0, 0, 0.2, 0.2).MovedTo(0.6, 0.4).Middle);
        var moved = Arrow.MovedTo(0.4, 0.4).Middle;
        Assert.Equal((0.4, 0.4), (Math.Round(moved.X, 4), Math.Round(moved.Y, 4)));
    }

    [Fact]
    public void Fewer_than_three_corners_still_make_an_area()
    {
        Assert.Equal(3, new PolygonArea([new(0.5, 0.5)]).Corners.Count);
        Assert.Equal(3, new SpherePolygonArea([]).Corners.Count);
    }

    [Theory]
    [InlineData(179, 0, 185, 0, true)]
    [InlineData(179, 0, 191, 0, false)]
    [InlineData(0, 85, 180, 88, true)]
    public void A_cone_reaches_across_the_seam_and_over_the_pole(double yaw, double pitch, double atYaw, double atPitch, bool inside)
    {
        var at = new Direction(atYaw, atPitch).Share;
        Assert.Equal(inside, new ConeArea(new Direction(yaw, pitch), 10).Contains(at.X, at.Y));
    }

    [Fact]
    public void A_polygon_on_the_sphere_holds_what_a_cone_of_many_corners_holds() =>
        Gen.Select(Gen.Double[-180, 180], Gen.Double[-60, 60], Gen.Double[-179, 179], Gen.Double[0, 40])
            .Sample(
                (yaw, pitch, bearing, away) =>
                {
                    var centre = new Direction(yaw, pitch);
                    var polygon = new SpherePolygonArea(new ConeArea(centre, 20).Around(72).ToValueList());
                    var at = centre.Towards(bearing, away).Share;
                    return Math.Abs(away - 20) < 0.2 || polygon.Contains(at.X, at.Y) == (away < 20);
                }
            );

    [Fact]
    public void The_size_of_a_cone_and_of_its_polygon_are_nearly_the_same()
    {
        var cone = new ConeArea(new Direction(170, 30), 15);
        Assert.Equal(cone.Size, new SpherePolygonArea(cone.Around(72).ToValueList()).Size, 3);
    }

    [Fact]
    public void An_outline_at_the_seam_does_not_jump() =>
        Assert.True(
            new ConeArea(new Direction(-179, 0), 12).Outline is var corners && corners.Max(c => c.X) - corners.Min(c => c.X) < 0.08
        );

    [Fact]
    public void Places_keep_where_they_are_when_a_picture_becomes_a_panorama_and_back()
    {
        var panorama = Make.Round("p").Backdrop;
        var flat = Make.Scene("s").Backdrop;
        Gen.Select(Gen.Double[0, 0.9999], Gen.Double[0.01, 0.99])
            .Sample(
                (x, y) =>
                {
                    var there = new AtPoint(x, y).On(panorama);
                    var back = Assert.IsType<AtPoint>(there.On(flat));
                    return there is AtDirection && Math.Abs(back.X - x) < 1e-4 && Math.Abs(back.Y - y) < 1e-4;
                }
            );
        var area = new InRegion(Arrow).On(panorama);
        Assert.IsType<SpherePolygonArea>(area.Covered);
        Assert.Equal(4, area.On(flat).Covered!.Outline.Count);
    }

    [Fact]
    public void A_direction_is_moved_across_the_seam() =>
        Assert.Equal(-176.4, ((AtDirection)new AtDirection(179.999, 0).Shifted(0.01, 0)).Yaw, 1);
}
