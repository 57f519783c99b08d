using ZestySlate.Core.Editing;

namespace ZestySlate.Core.Tests.Editing;

public sealed class ThinningTests
{
    private static readonly DateTimeOffset Now = new(2026, 11, 29, 12, 0, 0, TimeSpan.Zero);

    private static Revision At(int number, TimeSpan ago, int? parent = null) =>
        new(number, parent ?? (number > 1 ? number - 1 : null), "", null, "ines", Now - ago);

    private static IEnumerable<int> Gone(params Revision[] all) => Thinning.Gone(all, new HashSet<int>(), Now);

    [Fact]
    public void All_of_the_last_day_stay()
    {
        Assert.Empty(
            Gone(
                At(1, TimeSpan.FromDays(1)),
                At(2, TimeSpan.FromDays(1) - TimeSpan.FromSeconds(1)),
                At(3, TimeSpan.FromDays(1) - TimeSpan.FromSeconds(2))
            )
        );
        Assert.Equal(
            [1],
            Gone(
                At(1, TimeSpan.FromDays(1) + TimeSpan.FromSeconds(2)),
                At(2, TimeSpan.FromDays(1) + TimeSpan.FromSeconds(1)),
                At(3, TimeSpan.FromDays(1))
            )
        );
    }

    [Theory]
    [InlineData(3, 61, false)] // Older than a day: one an hour stays.
    [InlineData(3, 20, true)]
    [InlineData(30, 61, true)] // Older than a week: one a day.
    [InlineData(30, 24 * 60, false)]
    [InlineData(200, 24 * 60, true)] // Older than three months: one a week.
    [InlineData(200, 7 * 24 * 60, false)]
    public void Of_each_hour_day_or_week_the_last_stays(int days, int minutesBetween, bool earlierGoes)
    {
        // A Wednesday or so, well inside of an hour, a day and a week, however many days ago.
        var later = Now - TimeSpan.FromDays(days);
        later = later.AddDays(-(((int)later.DayOfWeek + 4) % 7)).AddMinutes(50);
        var gone = Thinning.Gone(
            [new Revision(1, null, "", null, "ines", later.AddMinutes(-minutesBetween)), new Revision(2, 1, "", null, "ines", later)],
            new HashSet<int>(),
            Now
        );
        Assert.Equal(earlierGoes ? [1] : Array.Empty<int>(), gone);
    }

    [Fact]
    public void What_has_to_stay_stays_and_what_came_after_what_went_follows_the_next_before_it()
    {
        Revision[] all =
        [
            At(1, TimeSpan.FromDays(20)),
            .. Enumerable.Range(2, 8).Select(i => At(i, TimeSpan.FromDays(20) - TimeSpan.FromMinutes(i))),
        ];
        var gone = Thinning.Gone(all, new HashSet<int> { 4 }, Now);
        Assert.Equal([1, 2, 3, 5, 6, 7, 8], gone);
        Assert.Equal([(4, null), (9, 4)], Thinning.Parents(all, gone).Select(one => (one.Key, one.Value)));
    }

    /// <summary>Whatever there was: thinning a second time takes nothing more, nothing young goes, and every way back ends where it began.</summary>
    [Fact]
    public void It_ends()
    {
        for (var seed = 0; seed < 200; seed++)
        {
            var random = new Random(seed);
            var ago = TimeSpan.FromDays(random.Next(1, 400));
            var all = Enumerable
                .Range(1, random.Next(2, 80))
                .Select(i => At(i, ago -= ago * random.NextDouble() / 4, i == 1 ? null : random.Next(1, i)))
                .ToList();
            var stays = new HashSet<int> { random.Next(1, all.Count + 1) };
            var gone = Thinning.Gone(all, stays, Now);
            var parents = Thinning.Parents(all, gone);
            var left = all.Where(one => !gone.Contains(one.Number))
                .Select(one => one with { Parent = parents.TryGetValue(one.Number, out var parent) ? parent : one.Parent })
                .ToList();
            Assert.Empty(Thinning.Gone(left, stays, Now));
            Assert.All(left, one =>
                Assert.True(one.Parent is null || left.Exists(other => other.Number == one.Parent && other.Number < one.Number))
            );
            Assert.DoesNotContain(gone, number => stays.Contains(number) || Now - all[number - 1].At <= Thinning.All);
        }
    }
}
