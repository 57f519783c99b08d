using System.Text.Json;
using System.Text.Json.Nodes;
using ZestySlate.Cli;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Classes;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Json;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Questions.WordPick;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;

namespace ZestySlate.Web.Tests;

/// <summary>
/// The same work done by a learner on the pages and from a file in the terminal: whatever the rules and whatever is done, in any
/// order, both take the same things, refuse the same things, and come to the same marks, down to each reason.
/// </summary>
public sealed class SameAsTerminalTests(SlateHost host)
{
    private const string Page = "page";

    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private static readonly Dictionary<string, (Question Question, Func<Random, (string Name, string Value)[]> Fill)> Asked = new()
    {
        ["one"] = (new MultipleChoiceQuestion { Hint = "Look up.", Options = [Option("a", true), Option("b"), Option("c")] }, random =>
            [("pick", "abc"[random.Next(3)].ToString())]
        ),
        ["several"] = (
            new MultipleChoiceQuestion
            {
                Picks = Picks.Several,
                Penalty = 0.5m,
                Options = [Option("a", true), Option("b", true), Option("c"), Option("d")],
            },
            random => [.. "abcd".Where(_ => random.Next(2) == 0).Select(id => ("pick", id.ToString()))]
        ),
        ["number"] = (
            new NumberQuestion
            {
                Value = 1013,
                Unit = "hPa",
                UnitUse = UnitUse.Required,
                Hint = "About a bar.",
            },
            random => [("text", new[] { "1013 hPa", "1.013 bar", "1013", "1,013 hPa", "900 hPa", "3 or 4", " " }[random.Next(7)])]
        ),
        ["short"] = (
            new ShortTextQuestion
            {
                Accepted = [new ShortAnswer("barometer")],
                Reading = new() { Slips = true, SlipShare = 0.3m },
            },
            random => [("text", new[] { "barometer", "baromter", "Barometer.", "thermometer", "" }[random.Next(5)])]
        ),
        ["gaps"] = (
            new GapTextQuestion
            {
                Penalty = 0.25m,
                Text =
                [
                    new("The "),
                    new("wind", new Gap { Id = "g1", Weight = 0.7m }),
                    new(" and the "),
                    new("rain", new Gap { Id = "g2", Exchange = "x" }),
                    new(", the "),
                    new("sun", new Gap { Id = "g3", Exchange = "x" }),
                ],
            },
            random =>
                [.. new[] { "g1", "g2", "g3" }.Select(gap => ($"part-{gap}", new[] { "wind", "rain", "sun", "fog", "" }[random.Next(5)]))]
        ),
        ["match"] = (
            new MatchQuestion
            {
                AllOrNothing = true,
                Pairs =
                [
                    .. "pqr".Select(id => new MatchPair
                    {
                        Id = id.ToString(),
                        RightId = "r" + id,
                        Left = Face.Of("left " + id),
                        Right = Face.Of("right " + id),
                        Weight = 0.33m,
                    }),
                ],
            },
            random => [.. "pqr".Select(id => ($"part-{id}", new[] { "rp", "rq", "rr", "" }[random.Next(4)]))]
        ),
        ["sort"] = (
            new SortQuestion
            {
                EveryGroup = true,
                Groups = [new SortGroup { Id = "a", Title = "Air" }, new SortGroup { Id = "b", Title = "Beach" }],
                Items =
                [
                    new SortItem
                    {
                        Id = "i",
                        Face = Face.Of("gull"),
                        Groups = ["a", "b"],
                    },
                    new SortItem
                    {
                        Id = "j",
                        Face = Face.Of("crab"),
                        Groups = ["b"],
                    },
                ],
            },
            random => [.. "ij".SelectMany(item => "ab".Where(_ => random.Next(2) == 0).Select(group => ($"part-{item}", group.ToString())))]
        ),
        ["order"] = (
            new OrderQuestion
            {
                Credit = OrderCredit.LongestKept,
                Items = [.. "xyz".Select(id => new OrderItem { Id = id.ToString(), Face = Face.Of("thing " + id) })],
            },
            random => [.. "xyz".OrderBy(_ => random.Next()).Select(id => ("order", id.ToString()))]
        ),
        ["words"] = (
            new WordPickQuestion
            {
                Text =
                [
                    new("The "),
                    new("gale", new WordMark { Id = "m1" }),
                    new(" and the calm "),
                    new("sea", new WordMark { Id = "m2", Trap = true }),
                ],
            },
            random => [.. new[] { "w1", "w3", "w4", "w5" }.Where(_ => random.Next(2) == 0).Select(id => ("pick", id))]
        ),
    };

    private static Option Option(string id, bool right = false) =>
        new()
        {
            Id = id,
            Text = "Option " + id,
            Right = right,
        };

    private static Activity Drawn(Random random) =>
        new()
        {
            Title = "Anything",
            Scenes =
            [
                new Scene
                {
                    Id = Page,
                    Backdrop = new PageBackdrop(default),
                    Spots =
                    [
                        .. Asked
                            .OrderBy(_ => random.Next())
                            .Select(entry => new Spot { Id = entry.Key, Content = new Ask(entry.Value.Question) }),
                    ],
                },
            ],
            Flow = random.Next(3) switch
            {
                0 => new Flow { Way = Way.Free },
                1 => new Flow
                {
                    Way = Way.InOrder,
                    Back = false,
                    ShuffleQuestions = true,
                },
                _ => new Flow { Way = Way.InOrder, Paging = Paging.AllOnAPage },
            },
            Rules = new Rules
            {
                Tries = random.Next(3) switch
                {
                    0 => null,
                    var few => few,
                },
                TryCosts = random.Next(2) == 0 ? [] : [0, 0.15m, 1m / 3],
                HintCost = random.Next(2) * 0.1m,
                Counts = (CountingTry)random.Next(2),
                KeepsRight = random.Next(2) == 0,
                GoesBelowZero = random.Next(3) == 0,
                Lives = random.Next(4) == 0 ? 3 : null,
                PassMark = 40,
                DistinctionMark = 80,
                Bands = ScoreBands.Of([
                    new ScoreBand(30, "low"),
                    new ScoreBand(60, "middle"),
                    new ScoreBand(100, "high"),
                    new ScoreBand(100, "all") { OnlyAll = true },
                ]),
                Reveal =
                    random.Next(3) == 0
                        ? new Reveal
                        {
                            RightOrWrong = RevealMoment.AfterEnd,
                            RightAnswer = RevealMoment.AfterEnd,
                            Points = RevealMoment.AfterEnd,
                        }
                        : new Reveal(),
            },
        };

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    [InlineData(4)]
    [InlineData(5)]
    [InlineData(6)]
    [InlineData(7)]
    [InlineData(8)]
    [InlineData(9)]
    [InlineData(10)]
    public async Task Work_on_the_pages_and_in_the_terminal_comes_to_the_same(int seed)
    {
        var random = new Random(seed);
        var activity = Drawn(random);
        var at = await PublishedAsync(activity);
        var learner = await host.LinkVisitorAsync("Same Sam", at);
        var work = SlateHost.Find(await learner.GetStringAsync($"/a/{at}", Stop), "data-attempt=\"([^\"]+)\"");
        var began = await LoadedAsync(work);
        var (done, refused) = (new JsonArray(), 0);
        for (var i = 0; i < 60; i++)
        {
            var now = await LoadedAsync(work);
            var (before, (fields, entry)) = (now.Events.Count, Next(random, now.State));
            await learner.SendEventAsync($"/a/{at}", [.. fields, ("event", $"e{i}")]);
            var taken = (await LoadedAsync(work)).Events.Count > before;
            var with = Marked(activity, began.State.Seed, done, entry);
            Assert.True(
                taken == (with.Status == 0),
                $"{entry.ToJsonString()} was {(taken ? "taken" : "refused")} on the page; the terminal says: {with.Said}"
            );
            if (taken)
            {
                done.Add(entry);
            }

            refused += taken ? 0 : 1;
        }

        await learner.SendEventAsync($"/a/{at}", ("act", "handIn"), ("event", "end"));
        var report = AttemptReport.Of((await LoadedAsync(work)).State);
        var told = JsonNode.Parse(Marked(activity, began.State.Seed, done, null).Said)!;
        Assert.Equal(
            (
                report.Score.Points.ToString(),
                report.Score.OutOf,
                report.Score.Percent.ToString(),
                report.Score.Band?.Text,
                report.Score.Passed
            ),
            (Exact(told["points"]), (decimal)told["outOf"]!, Exact(told["percent"]), (string?)told["band"], (bool?)told["passed"])
        );
        Assert.Equal(
            report.Answers.Select(answer =>
                (
                    answer.SpotId,
                    answer.Points.ToString(),
                    answer.Verdict.ToString().ToLowerInvariant(),
                    answer.Tries,
                    answer.HintSeen,
                    answer.Response,
                    answer.Reason
                )
            ),
            told["answers"]!
                .AsArray()
                .Select(answer =>
                    (
                        (string)answer!["spotId"]!,
                        Exact(answer["points"])!,
                        (string)answer["verdict"]!,
                        (int)answer["tries"]!,
                        (bool)answer["hintSeen"]!,
                        (string)answer["response"]!,
                        (string)answer["reason"]!
                    )
                )
        );
        Assert.True(done.Count > 4 && refused > 0, $"{done.Count} taken, {refused} refused: that shows little");
    }

    private static string? Exact(JsonNode? told) => (string?)told?["exact"];

    /// <summary>Something that a learner could try, as the page sends it and as a file says it.</summary>
    private static ((string, string)[] Fields, JsonObject Entry) Next(Random random, AttemptState now)
    {
        if (random.Next(now.NeedsStart ? 2 : 5) == 0)
        {
            var to =
                now.Steps.Count == 0 ? Page
                : random.Next(5) == 0 ? now.Steps[random.Next(now.Steps.Count)].Id
                : now.Steps[Math.Min(now.Steps.Count - 1, now.StepNumber + 1)].Id;
            return random.Next(now.NeedsStart ? 2 : 9) == 0
                ? ([("act", "start")], new JsonObject { ["do"] = "start" })
                : ([("act", "visit"), ("scene", to)], new JsonObject { ["do"] = "visit", ["scene"] = to });
        }

        var here = now.Step?.SpotIds.Where(Asked.ContainsKey).ToList() ?? [.. Asked.Keys];
        var spot = random.Next(4) == 0 || here.Count == 0 ? Asked.Keys.ElementAt(random.Next(Asked.Count)) : here[random.Next(here.Count)];
        var act = new[] { "answer", "mark", "mark", "mark", "again", "again", "hint", "see" }[random.Next(8)];
        if (act is not ("answer" or "mark"))
        {
            return ([("act", act), ("spot", spot)], new JsonObject { ["do"] = act, ["spot"] = spot });
        }

        var filled = Asked[spot].Fill(random);
        return (
            [("act", act), ("spot", spot), .. filled],
            new JsonObject
            {
                ["do"] = act,
                ["spot"] = spot,
                ["response"] = ResponseOf(Asked[spot].Question, filled),
            }
        );
    }

    private static JsonNode ResponseOf(Question question, (string Name, string Value)[] filled)
    {
        ValueList<PartAnswer> Parts() =>
            filled
                .Where(field => field.Value.Length > 0)
                .Select(field => new PartAnswer(field.Name["part-".Length..], field.Value))
                .ToValueList();
        ValueList<string> All() => filled.Select(field => field.Value).ToValueList();
        Response response = question switch
        {
            MultipleChoiceQuestion => new MultipleChoiceResponse { Picked = All() },
            NumberQuestion => new NumberResponse { Text = filled[0].Value },
            ShortTextQuestion => new ShortTextResponse { Text = filled[0].Value },
            GapTextQuestion => new GapTextResponse { Parts = Parts() },
            MatchQuestion => new MatchResponse { Parts = Parts() },
            SortQuestion => new SortResponse { Parts = Parts() },
            OrderQuestion => new OrderResponse { Order = All() },
            _ => new WordPickResponse { Picked = All() },
        };
        return JsonSerializer.SerializeToNode(response, StoredJson.Trusted)!;
    }

    private static (int Status, string Said) Marked(Activity activity, long seed, JsonArray done, JsonObject? more)
    {
        var answers = (JsonArray)done.DeepClone();
        if (more is not null)
        {
            answers.Add(more.DeepClone());
        }

        var folder = Directory.CreateTempSubdirectory("slate-same").FullName;
        var (given, asked) = (Path.Combine(folder, "answers.json"), Path.Combine(folder, "activity.json"));
        File.WriteAllText(
            given,
            new JsonObject
            {
                ["version"] = 1,
                ["learner"] = "Sam",
                ["seed"] = seed,
                ["answers"] = answers,
            }.ToJsonString()
        );
        File.WriteAllText(asked, ActivityJson.Write(activity));
        using var output = new StringWriter();
        using var errors = new StringWriter();
        var status = Commands.Run(["mark", asked, given, "--json"], output, errors);
        Directory.Delete(folder, true);
        return (status, status == 0 ? output.ToString() : errors.ToString());
    }

    private Task<LoadedAttempt> LoadedAsync(string attempt) =>
        host.WithAsync(async (AttemptStore attempts) => (await attempts.LoadAsync(attempt))!);

    private async Task<string> PublishedAsync(Activity activity) =>
        await host.WithAsync(
            async (ActivityStore store) =>
            {
                var draft = await store.CreateAsync("nobody", activity);
                await store.PublishAsync(draft.Record.Id, "nobody");
                await store.SetVisibilityAsync(draft.Record.Id, Visibility.Link);
                return draft.Record.Id;
            }
        );
}
