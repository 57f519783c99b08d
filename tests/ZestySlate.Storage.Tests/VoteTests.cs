using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Votes;

namespace ZestySlate.Storage.Tests;

public sealed class VoteTests : TestDatabase
{
    private static Activity Polled(bool anonymous) =>
        Garden() with
        {
            Rules = new Rules { Completion = Completion.AnsweredAll },
            Scenes =
            [
                new Scene
                {
                    Id = "scene",
                    Backdrop = new PlainBoardBackdrop(),
                    Spots =
                    [
                        new Spot
                        {
                            Id = "q",
                            Place = new AtPoint(0.5, 0.5),
                            Content = new Ask(
                                new PollQuestion
                                {
                                    Anonymous = anonymous,
                                    Choices = [new PollChoice { Id = "sun" }, new PollChoice { Id = "rain" }],
                                }
                            ),
                        },
                    ],
                },
            ],
        };

    private static Voted Vote(string id, string choice) =>
        new("q", new PollResponse { Parts = [new PartAnswer(PollQuestion.Whole, choice)] })
        {
            Id = id,
            At = DateTimeOffset.UnixEpoch.AddYears(60),
        };

    private async Task<ActivityRecord> PublishedAsync(bool anonymous)
    {
        await Activities.CreateAsync("ines", Polled(anonymous), "polled");
        await Activities.PublishAsync("polled", "ines");
        return (await Activities.DraftAsync("polled"))!.Record;
    }

    private async Task<LoadedAttempt> VotedAsync(ActivityRecord activity, string choice, string id = "v")
    {
        var attempt = await Attempts.BeginAsync(activity, "tobiah", null);
        return (await Attempts.TakeAsync(attempt.Id, Vote(id, choice)))!.Attempt;
    }

    [Fact]
    public async Task Votes_are_counted_once_each_and_shown_to_who_has_voted()
    {
        var activity = await PublishedAsync(false);
        await VotedAsync(activity, "rain");
        var last = await VotedAsync(activity, "sun");
        Assert.Null((await Attempts.TakeAsync(last.Record.Id, Vote("v", "sun")))!.Refusal);
        Assert.NotNull((await Attempts.TakeAsync(last.Record.Id, Vote("w", "rain")))!.Refusal);
        var tally = (await new VoteCounts(this).WithTalliesAsync(last)).Tallies["q"];
        Assert.Equal((2, 1, 1), (tally.Voters, tally.For(PollQuestion.Whole, "sun"), tally.For(PollQuestion.Whole, "rain")));
        var waiting = (await Attempts.LoadAsync((await Attempts.BeginAsync(activity, "ines", null)).Id))!;
        Assert.Empty((await new VoteCounts(this).WithTalliesAsync(waiting)).Tallies);
    }

    [Theory]
    [InlineData(4, 0)]
    [InlineData(5, 5)]
    [InlineData(6, 5)]
    [InlineData(9, 5)]
    [InlineData(10, 10)]
    public async Task Anonymous_votes_are_shown_five_at_a_time(int voters, int shown)
    {
        var activity = await PublishedAsync(true);
        for (var i = 0; i < voters; i++)
        {
            await VotedAsync(activity, i % 3 == 0 ? "rain" : "sun");
        }

        var tally = (await new VoteCounts(this).OfAsync("polled"))["q"];
        var poll = new PollQuestion { Anonymous = true };
        Assert.Equal(voters, tally.Voters);
        Assert.Equal(
            (shown, (shown + 2) / 3),
            (
                tally.ShownBy(PollType.RulesOf(poll))?.Voters ?? 0,
                tally.ShownBy(PollType.RulesOf(poll))?.For(PollQuestion.Whole, "rain") ?? 0
            )
        );
        Assert.Equal(voters, tally.ShownBy(PollType.RulesOf(poll with { Anonymous = false }))!.Voters);
    }

    [Fact]
    public async Task An_anonymous_vote_is_nowhere_in_the_database_but_in_the_count()
    {
        var activity = await PublishedAsync(true);
        var voted = await VotedAsync(activity, "rain");
        Assert.True(voted.State.QuestionOf("q")!.HasAnswer);
        await using var db = NewDb();
        Assert.DoesNotContain(
            "rain",
            string.Concat(
                await db
                    .Events.Where(e => e.AttemptId == voted.Record.Id)
                    .Select(e => e.Json)
                    .ToListAsync(TestContext.Current.CancellationToken)
            )
        );
        Restart();
        Assert.Null(((await Attempts.LoadAsync(voted.Record.Id))!.Events[^1] as Voted)!.Response);
        Assert.Equal(1, (await new VoteCounts(this).OfAsync("polled"))["q"].For(PollQuestion.Whole, "rain"));

        // The table of counts can hold nothing that tells who or when.
        Assert.Equal(
            ["ActivityId", "AssignmentId", "Choice", "Count", "Part", "Shown", "SpotId"],
            db.Model.FindEntityType(typeof(VoteCount))!.GetProperties().Select(property => property.Name).Order()
        );
    }

    [Fact]
    public async Task Those_who_vote_at_once_are_all_counted()
    {
        var activity = await PublishedAsync(true);
        await Task.WhenAll(Enumerable.Range(0, 12).Select(i => Task.Run(() => VotedAsync(activity, i % 3 == 0 ? "sun" : "rain"))));
        var tally = (await new VoteCounts(this).OfAsync("polled"))["q"];
        Assert.Equal((12, 4, 8), (tally.Voters, tally.For(PollQuestion.Whole, "sun"), tally.For(PollQuestion.Whole, "rain")));
    }
}
