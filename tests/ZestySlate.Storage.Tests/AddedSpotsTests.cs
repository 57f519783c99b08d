using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Added;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;

namespace ZestySlate.Storage.Tests;

public sealed class AddedSpotsTests : TestDatabase
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private ActivityRecord _activity = null!;

    private async Task PublishAsync(LearnersSpots allowed)
    {
        var garden = Garden();
        await Activities.CreateAsync(
            "ines",
            garden.WithScene(garden.Scenes[0].Id, scene => scene with { LearnersSpots = allowed }),
            "coast"
        );
        await Activities.PublishAsync("coast", "ines");
        _activity = (await Activities.DraftAsync("coast"))!.Record;
    }

    /// <summary>A class with this learner alone, at work on the activity.</summary>
    private async Task<LoadedAttempt> AtWorkAsync(string name)
    {
        await using var db = NewDb();
        var group = (await Classes.CreateAsync("ines", "Class of " + name, name)).Value;
        await Classes.GiveAsync(group.Id, "coast", "Coast");
        var learner = await db.Enrolments.SingleAsync(e => e.ClassId == group.Id, Stop);
        return await AtWorkAsync(learner.PersonId, await db.Assignments.SingleAsync(a => a.ClassId == group.Id, Stop));
    }

    private async Task<LoadedAttempt> AtWorkAsync(string person, AssignmentRecord? given)
    {
        return (await Attempts.LoadAsync((await Attempts.BeginAsync(_activity, person, given)).Id))!;
    }

    private async Task<string?> AddAsync(LoadedAttempt by, string title, string? id = null, string text = "In the bay.")
    {
        return (await new AddedSpots(this, Clock).SaveAsync(by.Record, by.State.Activity.Scenes[0], id, 0.5, 1.5, title, text))?.Key;
    }

    private async Task<IReadOnlyList<AddedSpot>> SeenByAsync(LoadedAttempt viewer)
    {
        return [.. (await new AddedSpots(this, Clock).WithAddedAsync(viewer.Record, viewer.State)).Added];
    }

    private async Task<AddedSpotRecord> OnlyOneAsync()
    {
        await using var db = NewDb();
        return await db.AddedSpots.AsNoTracking().SingleAsync(Stop);
    }

    private async Task<bool> JudgeAsync(AddedSpotRecord spot, AddedState state, string comment = "")
    {
        return await new AddedSpots(this, Clock).JudgeAsync("coast", spot.Id, spot.At, state, comment);
    }

    [Fact]
    public async Task What_waits_is_seen_by_its_author_alone_and_by_the_class_once_it_is_approved()
    {
        await PublishAsync(LearnersSpots.AfterApproval);
        var wren = await AtWorkAsync("Wren");
        await using var db = NewDb();
        var tobiah = await AtWorkAsync("tobiah", await db.Assignments.SingleAsync(a => a.Id == wren.Record.AssignmentId, Stop));
        Assert.Null(await AddAsync(wren, "Foam"));
        Assert.Equal([("Foam", "Wren", true)], (await SeenByAsync(wren)).Select(spot => (spot.Title, spot.By, spot.Mine)));
        Assert.Empty(await SeenByAsync(tobiah));

        Assert.True(await JudgeAsync(await OnlyOneAsync(), AddedState.Shown, "Well seen."));
        var seen = Assert.Single(await SeenByAsync(tobiah));
        Assert.Equal((false, AddedState.Shown, 0.5, 1d), (seen.Mine, seen.State, seen.X, seen.Y));

        // Changed, it waits again; hidden, it is gone for the others.
        Assert.Null(await AddAsync(wren, "Foam, brown", seen.Id));
        Assert.Empty(await SeenByAsync(tobiah));
        Assert.True(await JudgeAsync(await OnlyOneAsync(), AddedState.Hidden));
        Assert.Empty(await SeenByAsync(tobiah));
        Assert.Equal(AddedState.Hidden, Assert.Single(await SeenByAsync(wren)).State);
    }

    [Fact]
    public async Task Shown_at_once_where_the_author_says_so_but_what_was_hidden_stays_hidden_until_it_is_looked_at()
    {
        await PublishAsync(LearnersSpots.AtOnce);
        var (ines, tobiah) = (await AtWorkAsync("ines", null), await AtWorkAsync("tobiah", null));
        await AddAsync(ines, "Halo");
        var spot = Assert.Single(await SeenByAsync(tobiah));
        await JudgeAsync(await OnlyOneAsync(), AddedState.Hidden);
        await AddAsync(ines, "Halo again", spot.Id);
        Assert.Empty(await SeenByAsync(tobiah));
        Assert.Equal(AddedState.Waits, (await OnlyOneAsync()).State);
    }

    [Fact]
    public async Task Another_class_sees_nothing_of_it()
    {
        await PublishAsync(LearnersSpots.AtOnce);
        var (wren, other, byLink) = (await AtWorkAsync("Wren"), await AtWorkAsync("Bo"), await AtWorkAsync("tobiah", null));
        await AddAsync(wren, "Gannets");
        Assert.Empty(await SeenByAsync(other));
        Assert.Empty(await SeenByAsync(byLink));
        Assert.Equal(
            ("Gannets", "Wren", "Class of Wren"),
            Assert.Single((await new AddedSpots(this, Clock).AllAsync("coast")).Select(one => (one.Spot.Title, one.By, one.Class)))
        );
    }

    [Fact]
    public async Task Nobody_changes_or_deletes_somebody_elses()
    {
        await PublishAsync(LearnersSpots.AtOnce);
        var (ines, tobiah) = (await AtWorkAsync("ines", null), await AtWorkAsync("tobiah", null));
        await AddAsync(ines, "Halo");
        var spot = await OnlyOneAsync();
        await AddAsync(tobiah, "Mine now", spot.Id);
        await using var db = NewDb();
        await new AddedSpots(this, Clock).DeleteAsync(tobiah.Record, spot.Id);
        Assert.Equal("Halo", (await db.AddedSpots.AsNoTracking().SingleAsync(s => s.Id == spot.Id, Stop)).Title);
        await new AddedSpots(this, Clock).DeleteAsync(ines.Record, spot.Id);
        Assert.False(await db.AddedSpots.AnyAsync(s => s.Id == spot.Id, Stop));
    }

    [Fact]
    public async Task What_its_author_changed_after_the_teacher_saw_it_is_not_approved_unseen()
    {
        await PublishAsync(LearnersSpots.AfterApproval);
        var ines = await AtWorkAsync("ines", null);
        await AddAsync(ines, "Halo");
        var seen = await OnlyOneAsync();
        Clock.Now += TimeSpan.FromMinutes(1);
        await AddAsync(ines, "Something else", seen.Id);
        Assert.False(await JudgeAsync(seen, AddedState.Shown));
        await new AddedSpots(this, Clock).ApproveAllAsync("coast", seen.At);
        Assert.Equal(AddedState.Waits, (await OnlyOneAsync()).State);
        await new AddedSpots(this, Clock).ApproveAllAsync("coast", Clock.Now);
        Assert.Equal(AddedState.Shown, (await OnlyOneAsync()).State);
    }

    [Fact]
    public async Task It_needs_a_title_and_there_is_an_end_to_how_many()
    {
        await PublishAsync(LearnersSpots.AtOnce);
        var ines = await AtWorkAsync("ines", null);
        Assert.Equal("spotNeedsTitle", await AddAsync(ines, "  "));
        for (var i = 0; i < AddedSpot.MostSpots; i++)
        {
            Assert.Null(await AddAsync(ines, $"Spot {i}", text: new string('x', 3000)));
        }

        Assert.Equal("spotsEnough", await AddAsync(ines, "One more"));
        Assert.All(await SeenByAsync(ines), spot => Assert.Equal(AddedSpot.MostText, spot.Text.Length));
    }
}
