using System.Text.Json;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Core.Questions.Locating;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Core.Scenes;

namespace ZestySlate.Core.Tests.Questions;

/// <summary>What a learner is shown of a question before its time tells nothing of the key, neither by words nor by ids.</summary>
public sealed class SecrecyTests
{
    /// <summary>Two questions that differ only in their key look the same to a learner.</summary>
    public static TheoryData<Question, Question> SameButForTheKey =>
        new()
        {
            { Make.Several("a", "b"), Make.Several("c") },
            {
                Asked.Gaps("{aa} b").With("g1", gap => gap with { Variants = ["zz"], NotThis = ["yy"], WordsForRight = "xx" }),
                Asked.Gaps("{cc} b")
            },
            { Asked.Words("{gale} [tea]"), Asked.Words("[gale] {tea}") },
            { Asked.Number(3, "hPa"), Asked.Number(4, "bar") },
            { Marking.NumberLineTests.Wind, Marking.NumberLineTests.Wind with { Value = 2 } },
            { Asked.Short("gale"), Asked.Short("calm", "storm") },
            { Asked.Sort("a=a", "b=b"), Asked.Sort("a=b", "b=ab") },
            {
                new LongTextQuestion
                {
                    Ideas = [Asked.Idea("gale")],
                    ModelAnswer = "A gale.",
                    Samples = ["Gale."],
                },
                new LongTextQuestion { Ideas = [Asked.Idea("calm"), Asked.Idea("fog")] }
            },
            {
                Asked.Grid(
                    new GridCell
                    {
                        Id = "r1.c1",
                        Kind = CellKind.Text,
                        Text = "gale",
                        Variants = ["storm"],
                        NotThis = ["calm"],
                    },
                    new GridCell
                    {
                        Id = "r1.c2",
                        Kind = CellKind.Number,
                        Value = 3,
                    }
                ),
                Asked.Grid(
                    new GridCell
                    {
                        Id = "r1.c1",
                        Kind = CellKind.Text,
                        Text = "fog",
                    },
                    new GridCell
                    {
                        Id = "r1.c2",
                        Kind = CellKind.Number,
                        Value = 4,
                    }
                )
            },
            {
                Asked.Grid(
                    new GridCell
                    {
                        Id = "r1.c1",
                        Kind = CellKind.Pick,
                        Text = "a",
                        Options = ["a", "b"],
                    },
                    new GridCell
                    {
                        Id = "r1.c2",
                        Kind = CellKind.Tick,
                        Text = "yes",
                    }
                ),
                Asked.Grid(
                    new GridCell
                    {
                        Id = "r1.c1",
                        Kind = CellKind.Pick,
                        Text = "b",
                        Options = ["a", "b"],
                    },
                    new GridCell { Id = "r1.c2", Kind = CellKind.Tick }
                )
            },
            {
                Asked.Locating("gale", "calm"),
                Asked.Locating("gale", "calm") is var sky
                    ? sky with
                    {
                        Places = sky.Places.Replace(
                            _ => true,
                            place => place with { Area = new EllipseArea(0, 0, 1, 1), Variants = ["x"], After = "Ice." }
                        ),
                    }
                    : null!
            },
            {
                Asked.Locating("gale", "calm") with
                {
                    Task = LocatingTask.Name,
                },
                Asked.Locating("fog", "rain") with
                {
                    Task = LocatingTask.Name,
                }
            },
            { Asked.Placing("a=a", "b=b"), Asked.Placing("a=b", "b=ab") },
            {
                Asked.Placing("a=a") with
                {
                    ZonesShown = ZonesShown.Never,
                },
                Asked.Placing("a=a") with
                {
                    ZonesShown = ZonesShown.Never,
                    Zones = [.. new[] { "a", "b", "c" }.Select(id => new Zone { Id = id })],
                }
            },
        };

    private static string Shown(Question question)
    {
        var view = new Attempt(Make.Activity(Make.Asked("q", question)) with { Flow = new Flow { ShuffleOptions = false } }, 3)
            .View()
            .SpotOf("q")!
            .Ask!;
        return JsonSerializer.Serialize((object)view.Parts);
    }

    [Theory]
    [MemberData(nameof(SameButForTheKey))]
    public void The_key_makes_no_difference_to_what_is_shown(Question one, Question other) => Assert.Equal(Shown(one), Shown(other));

    [Fact]
    public void The_ids_of_words_do_not_tell_their_places()
    {
        var question = Asked.Jumbled("red sky at night is the keeper's delight and more");
        var ids = question.Words[0].Select(word => int.Parse(word.Id[3..])).ToList();
        Assert.NotEqual(ids.Order(), ids);
        Assert.Equal(question.Words, question.Words);
    }

    [Fact]
    public void The_ids_of_counterparts_do_not_tell_to_what_they_belong()
    {
        var question = new ZestySlate.Core.Questions.Match.MatchQuestion
        {
            Pairs =
            [
                .. Enumerable
                    .Range(0, 4)
                    .Select(i => new ZestySlate.Core.Questions.Match.MatchPair
                    {
                        Id = Ids.New(),
                        Left = Face.Of("l" + i),
                        Right = Face.Of("r" + i),
                    }),
            ],
        };
        Assert.DoesNotContain(question.Options, option => question.Pairs.Any(pair => pair.Id == option.Id));
    }
}
