using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes.Statistics;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Tests.Stories;

/// <summary>How a class decided: counted by learners, told when there is nothing to decide.</summary>
public sealed class DecisionTests
{
    private static Spot Choice(string id, string to) =>
        Make.Note(id) with
        {
            Content = new Jump(to) { Words = "Do " + id, Follows = new Consequence() },
        };

    private static readonly Activity Story = new()
    {
        Title = "Story",
        Scenes =
        [
            Make.Scene("desk", Choice("left", "end"), Choice("right", "end"), Choice("stay", "")),
            Make.Scene("end") with
            {
                Ending = new StoryEnding("good", 1),
            },
        ],
    };

    private static AttemptRow Row(params string[] choices)
    {
        List<AttemptEvent> events =
        [
            new Began(1, 7) { Id = "began", At = Make.Monday },
            .. choices.Select((choice, i) => new Chose(choice) { Id = $"e{i}", At = Make.Monday.AddSeconds(i + 1) }),
        ];
        return AttemptRow.Of(Replay.Run(_ => Story, events), events);
    }

    private static Decision Of(params AttemptRow[] rows) => ClassStatistics.Of(Story, rows).Decisions.Single();

    [Fact]
    public void Learners_are_counted_once_and_times_as_often_as_they_were()
    {
        var decision = Of(Row("stay", "stay", "left"), Row("left"), Row());
        Assert.Equal(2, decision.Learners);
        Assert.Equal([(2, 2), (0, 0), (1, 2)], decision.Choices.Select(choice => (choice.Learners, choice.Times)));
        Assert.Equal(["Room end", "Room end", ""], decision.Choices.Select(choice => choice.LeadsTo));
        Assert.Null(decision.Problem);
        var endings = ClassStatistics.Of(Story, [Row("left"), Row("stay")]).Endings;
        Assert.Equal([new EndingReached("Room end", "good", 1)], endings);
    }

    /// <summary>From ten learners on.</summary>
    [Fact]
    public void What_nobody_takes_and_what_everybody_takes_is_told()
    {
        AttemptRow[] Class(int size, string choice) => Enumerable.Repeat(Row(choice), size).ToArray();
        Assert.Null(Of(Class(9, "left")).Problem);
        Assert.Contains("Everybody takes “Do left”", Of(Class(10, "left")).Problem);
        Assert.Equal("Nobody takes “Do stay”.", Of([.. Class(9, "left"), Row("right")]).Problem);
        Assert.Null(Of([.. Class(8, "left"), Row("right"), Row("stay", "left")]).Problem);
    }

    /// <summary>By whichever choice they came: once each.</summary>
    [Fact]
    public void On_the_map_stands_how_many_came_by_which_way()
    {
        var map = ClassStatistics.Of(Story, [Row("left"), Row("right", "left"), Row("stay")]).OnMap!;
        Assert.Equal((3, 2), (map.Here["desk"], map.Here["end"]));
        Assert.Equal([new WayTaken("desk", "end", 2)], map.Ways);
        Assert.Null(ClassStatistics.Of(Make.Activity(Make.Note("n")), [Row()]).OnMap);
    }

    /// <summary>The middle of those who were there; a silence longer than ten minutes is a break, one of ten is not, and what was handed in rests.</summary>
    [Theory]
    [InlineData(600, 600)]
    [InlineData(601, 0)]
    public void On_the_map_stands_how_long_they_stayed(int silence, int stays)
    {
        AttemptRow Slow(params (int At, string Choice)[] choices)
        {
            var at = Make.Monday;
            List<AttemptEvent> events = [new Began(1, 7) { Id = "began", At = at }];
            foreach (var (seconds, choice) in choices)
            {
                at = at.AddSeconds(seconds);
                events.Add(
                    choice.Length > 0 ? new Chose(choice) { Id = $"e{events.Count}", At = at } : new HandedIn { Id = "in", At = at }
                );
            }

            events.Add(new Opened("left") { Id = "later", At = at.AddSeconds(30) });
            return AttemptRow.Of(Replay.Run(_ => Story, events), events);
        }

        var map = ClassStatistics.Of(Story, [Slow((20, "stay"), (30, "left"), (40, "")), Slow((silence, "left"), (5, ""))]).OnMap!;
        Assert.Equal((50 + stays) / (stays == 0 ? 1.0 : 2), map.Stays["desk"].TotalSeconds);
        Assert.Equal(22.5, map.Stays["end"].TotalSeconds);
    }

    /// <summary>What a teacher does meanwhile says nothing of where the learner is, one event at a time as all at once.</summary>
    [Fact]
    public void A_teacher_who_acts_while_the_learner_is_away_lengthens_no_stay()
    {
        var at = Make.Monday;
        List<AttemptEvent> events =
        [
            new Began(1, 7) { Id = "began", At = at },
            new Opened("left") { Id = "e1", At = at.AddSeconds(10) },
            new Reviewed("left", new Review { By = "Ines" }) { Id = "e2", At = at.AddMinutes(9) },
            new Chose("left") { Id = "e3", At = at.AddMinutes(18) },
        ];
        var all = Replay.Run(_ => Story, events);
        Assert.Equal(10, all.Stays["desk"].TotalSeconds);
        var one = events.Skip(1).Aggregate(Replay.Run(_ => Story, [events[0]]), Replay.After);
        Assert.Equal(all.Stays, one.Stays);
    }

    [Fact]
    public void Where_nobody_decided_there_is_no_decision() => Assert.Empty(ClassStatistics.Of(Story, [Row()]).Decisions);
}
