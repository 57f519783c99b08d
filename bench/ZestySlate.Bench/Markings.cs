using System.Diagnostics;
using System.Globalization;
using System.Text.Json;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Json;
using ZestySlate.Core.Marking.Reading;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Core.Questions.WordPick;
using Activity = ZestySlate.Core.Activities.Activity;

namespace ZestySlate.Bench;

/// <summary>Markings of all families and replays a second on one core, against reading the same answers from JSON.</summary>
internal static class Markings
{
    private const int Count = 200_000,
        Attempts = 10_000,
        Questions = 20;

    private static readonly int[] GapWords = [1, 5, 8, 11, 13];

    private static readonly CultureInfo Culture = CultureInfo.GetCultureInfo("en");

    public static void Run()
    {
        var asked = Asked().ToArray();
        var answers = asked.SelectMany(pair => pair.Responses.Select(response => (pair.Question, Response: response))).ToArray();
        var json = answers.Select(answer => JsonSerializer.Serialize<Response>(answer.Response, StoredJson.Trusted)).ToArray();
        var mixed = new SeededRandom(5).Shuffle(Enumerable.Range(0, answers.Length).ToValueList()).ToArray();
        object Mark(int i) =>
            answers[mixed[i % mixed.Length]] is var (question, response)
                ? QuestionTypes.For(question).Mark(question, response, Culture)
                : null!;

        var reading = Rate(Count, i => JsonSerializer.Deserialize<Response>(json[mixed[i % mixed.Length]], StoredJson.Trusted));
        var marking = Rate(Count, Mark);
        var before = GC.GetAllocatedBytesForCurrentThread();
        for (var i = 0; i < Count / 10; i++)
        {
            Mark(i);
        }

        var bytes = (GC.GetAllocatedBytesForCurrentThread() - before) / (Count / 10);
        Console.WriteLine($"reading an answer          {reading, 10:0} a second");
        Console.WriteLine($"marking, all families      {marking, 10:0} a second   (aim: 50,000)   {bytes} bytes each");
        Console.WriteLine($"marking / reading          {reading / marking:0.00}");
        foreach (var (question, responses) in asked)
        {
            var family = QuestionTypes.For(question);
            Console.WriteLine(
                $"  {family.Key, -16} {Rate(Count / 5, i => family.Mark(question, responses[i % responses.Length], Culture)), 10:0} a second"
            );
        }

        Replays(asked);
    }

    /// <summary>Mark-again in the small: every attempt of a year group, from its events.</summary>
    private static void Replays((Question Question, Response[] Responses)[] asked)
    {
        var activity = new Activity
        {
            Title = "x",
            Flow = new Flow { Way = Way.InOrder, Paging = Paging.AllOnAPage },
            Scenes =
            [
                new Scene
                {
                    Id = "s",
                    Backdrop = new PageBackdrop(default),
                    Spots =
                    [
                        .. Enumerable
                            .Range(0, Questions)
                            .Select(i => new Spot { Id = "q" + i, Content = new Ask(asked[i % asked.Length].Question) }),
                    ],
                },
            ],
        };
        var attempts = Enumerable
            .Range(0, Attempts)
            .Select(attempt =>
                new AttemptEvent[]
                {
                    new Began(1, attempt) { Id = "b", At = DateTimeOffset.UnixEpoch },
                }
                    .Concat(
                        Enumerable
                            .Range(0, Questions)
                            .Select(i => new AskedToMark(
                                "q" + i,
                                asked[i % asked.Length].Responses[(attempt + i) % asked[i % asked.Length].Responses.Length]
                            )
                            {
                                Id = "e" + i,
                                At = DateTimeOffset.UnixEpoch,
                            })
                    )
                    .Append(new HandedIn { Id = "h", At = DateTimeOffset.UnixEpoch })
                    .ToArray()
            )
            .ToArray();
        var watch = Stopwatch.StartNew();
        var points = attempts.Total(events => Replay.Run(_ => activity, events).Score.Points);
        Console.WriteLine(
            $"replaying {Attempts} attempts of {Questions} questions: {watch.Elapsed.TotalSeconds:0.00} s   (aim: below 5 s; {points.ToDecimal():0} points)"
        );
    }

    private static IEnumerable<(Question Question, Response[] Responses)> Asked()
    {
        var random = new SeededRandom(7);
        string[] words = ["gale", "storm", "calm", "breeze", "barometer", "baromter", "Wind", "rain"];
        string Word() => words[random.Next(words.Length)];
        Response[] Many(Func<Response> make) => [.. Enumerable.Range(0, 200).Select(_ => make())];

        var choice = new MultipleChoiceQuestion
        {
            Picks = Picks.Several,
            Options =
            [
                .. Enumerable
                    .Range(0, 6)
                    .Select(i => new Option
                    {
                        Id = "o" + i,
                        Text = "Option " + i,
                        Right = i % 2 == 0,
                        Feedback = "words",
                    }),
            ],
        };
        yield return (
            choice,
            Many(() =>
                new MultipleChoiceResponse
                {
                    Picked = choice.Options.Where(_ => random.Next(2) == 0).Select(option => option.Id).ToValueList(),
                }
            )
        );

        var text = MarkedText.Plain<Gap>("A barometer tells of a gale or a storm and of calm with rain.");
        foreach (var (word, i) in GapWords.Select((word, i) => (word, i)))
        {
            text = MarkedText.Press(text, word, word, _ => new Gap
            {
                Id = "g" + i,
                Variants = ["else"],
                NotThis = ["effect"],
            });
        }

        var gaps = new GapTextQuestion
        {
            Text = text,
            Reading = new TextReading { Slips = true },
        };
        yield return (
            gaps,
            Many(() => new GapTextResponse { Parts = [.. Enumerable.Range(0, 5).Select(i => new PartAnswer("g" + i, Word()))] })
        );

        var picks = new WordPickQuestion
        {
            Text = [.. text.Select(run => new Run<WordMark>(run.Text, run.Mark is null ? null : new WordMark { Id = run.Mark.Id }))],
        };
        var units = picks.Units.Where(unit => unit.Id.Length > 0).ToList();
        yield return (
            picks,
            Many(() => new WordPickResponse { Picked = [.. units.Where(_ => random.Next(3) == 0).Select(unit => unit.Id)] })
        );

        var order = new OrderQuestion
        {
            Items = [.. Enumerable.Range(0, 6).Select(i => new OrderItem { Id = "i" + i, Face = Face.Of("Item " + i) })],
            Credit = OrderCredit.LongestKept,
        };
        yield return (order, Many(() => new OrderResponse { Order = random.Shuffle(order.Items.Select(item => item.Id).ToValueList()) }));

        var jumbled = new JumbledWordsQuestion { Lines = ["red sky at night is the keeper's delight"] };
        yield return (
            jumbled,
            Many(() => new JumbledWordsResponse { Lines = [random.Shuffle(jumbled.Words[0].Select(word => word.Id).ToValueList())] })
        );

        var match = new MatchQuestion
        {
            Pairs =
            [
                .. Enumerable
                    .Range(0, 5)
                    .Select(i => new MatchPair
                    {
                        Id = "p" + i,
                        Left = Face.Of("Left " + i),
                        Right = Face.Of("Right " + i),
                    }),
            ],
        };
        yield return (
            match,
            Many(() =>
                new MatchResponse { Parts = [.. match.Pairs.Select(pair => new PartAnswer(pair.Id, match.Pairs[random.Next(5)].RightId))] }
            )
        );

        var sort = new SortQuestion
        {
            Groups = [new SortGroup { Id = "a", Title = "A" }, new SortGroup { Id = "b", Title = "B" }],
            Items =
            [
                .. Enumerable
                    .Range(0, 6)
                    .Select(i => new SortItem
                    {
                        Id = "s" + i,
                        Face = Face.Of("Item " + i),
                        Groups = [i % 2 == 0 ? "a" : "b"],
                    }),
            ],
        };
        yield return (
            sort,
            Many(() =>
                new SortResponse { Parts = [.. sort.Items.Select(item => new PartAnswer(item.Id, random.Next(2) == 0 ? "a" : "b"))] }
            )
        );

        var number = new NumberQuestion
        {
            Value = 1013.25m,
            Unit = "hPa",
            UnitUse = UnitUse.Optional,
        };
        yield return (
            number,
            Many(() => new NumberResponse { Text = random.Next(2) == 0 ? $"{1000 + random.Next(30)},25 hPa" : "101325 Pa" })
        );

        var small = new ShortTextQuestion
        {
            Accepted = [new ShortAnswer("barometer"), new ShortAnswer("weather glass")],
            NotThis = [new ShortAnswer("barograph")],
            Reading = new TextReading { Slips = true },
        };
        yield return (small, Many(() => new ShortTextResponse { Text = Word() }));
    }

    private static double Rate(int count, Func<int, object?> act)
    {
        for (var i = 0; i < count / 10; i++)
        {
            act(i);
        }

        var watch = Stopwatch.StartNew();
        for (var i = 0; i < count; i++)
        {
            act(i);
        }

        return count / watch.Elapsed.TotalSeconds;
    }
}
