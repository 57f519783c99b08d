using CsCheck;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Scenes;

/// <summary>Directions of looking.</summary>
public sealed class DirectionTests
{
    private static readonly Gen<Direction> Any = Gen.Select(Gen.Double[-180, 180], Gen.Double[-89, 89], (yaw, pitch) =>
        new Direction(yaw, pitch)
    );

    [Theory]
    [InlineData(190, 0, -170, 0)]
    [InlineData(-180, 10, -180, 10)]
    [InlineData(180, 10, -180, 10)]
    [InlineData(725, 95, 5, 90)]
    [InlineData(double.NaN, double.NaN, 0, 0)]
    public void A_direction_is_turned_round_and_kept(double yaw, double pitch, double keptYaw, double keptPitch) =>
        Assert.Equal((keptYaw, keptPitch), (new Direction(yaw, pitch).Yaw, new Direction(yaw, pitch).Pitch));

    [Theory]
    [InlineData(0, 0, 90, 0, 90)]
    [InlineData(-175, 0, 175, 0, 10)]
    [InlineData(30, 80, -150, 80, 20)]
    [InlineData(12, 34, 12, 34, 0)]
    public void The_angle_is_measured_on_the_sphere_and_across_the_seam(
        double yaw,
        double pitch,
        double otherYaw,
        double otherPitch,
        double angle
    ) => Assert.Equal(angle, new Direction(yaw, pitch).AngleTo(new Direction(otherYaw, otherPitch)), 6);

    [Fact]
    public void A_share_of_the_picture_and_its_direction_belong_together() =>
        Any.Sample(direction => Direction.AtShare(direction.Share.X, direction.Share.Y).AngleTo(direction) < 0.002);

    [Fact]
    public void Going_an_angle_on_a_bearing_ends_at_that_angle_and_bearing() =>
        Gen.Select(Any, Gen.Double[-179, 179], Gen.Double[1, 120])
            .Sample(
                (from, bearing, angle) =>
                {
                    var to = from.Towards(bearing, angle);
                    return Math.Abs(from.AngleTo(to) - angle) < 0.01
                        && (angle < 5 || Math.Abs(to.Pitch) > 88 || Math.Abs(Math.IEEERemainder(from.BearingTo(to) - bearing, 360)) < 0.5);
                }
            );
}
