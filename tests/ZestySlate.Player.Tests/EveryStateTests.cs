using AngleSharp.Dom;
using Bunit;
using Microsoft.Extensions.DependencyInjection;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Classes.Rehearsing;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Tests;

/// <summary>
/// The demo's activities, played by simulated learners, with the page rendered after every event: what holds of one page holds of
/// every page in every state, families of questions, locks, findings, clocks and results together.
/// </summary>
public sealed class EveryStateTests
{
    private static readonly string Demo = Path.Combine(Root(), "demo", "activities");

    public static IEnumerable<TheoryDataRow<string>> Activities =>
        Directory
            .EnumerateFiles(Demo, "*.json")
            .Select(file => Path.GetFileName(file))
            .Where(name => !name.Contains("-answers", StringComparison.Ordinal))
            .Order(StringComparer.Ordinal)
            .Select(name => new TheoryDataRow<string>(name));

    [Theory, MemberData(nameof(Activities))]
    public void Every_page_is_sound_after_every_event(string file)
    {
        var activity = Of(file);
        var seen = 0;
        for (var learner = 0; learner < 2; learner++)
        {
            Play(activity, learner, (state, at) =>
            {
                seen++;
                using var context = new BunitContext();
                context.Services.AddSingleton<PlayAddresses, SiteAddresses>();
                var page = context.Render<Learn>(learn =>
                    learn
                        .Add(shown => shown.View, LearnerView.Of(state, at))
                        .Add(shown => shown.Links, new PlayLinks("/work/here/events", "here", ("proof", "secret"), "nonce"))
                );
                var root = page.Find("#learn");
                var faults = Sound.Faults(root).Distinct().ToList();
                Assert.True(
                    faults.Count == 0,
                    $"{file}, learner {learner}, at {(at - Began).TotalSeconds} s:\n{string.Join("\n", faults.Take(8))}"
                );
                foreach (var form in root.QuerySelectorAll("form.ask"))
                {
                    CanBeSentUntouched(form, state, at);
                }
            });
        }

        Assert.True(seen > 4, $"only {seen} states were seen");
    }

    /// <summary>What a file holds; the book's file is its cover, and the book what the demo makes of it, here with its stops at the side.</summary>
    private static Activity Of(string file)
    {
        static Activity Read(string file) => ActivityJson.Read(File.ReadAllText(Path.Combine(Demo, file))).Value;
        return file != "front-and-tide.json"
            ? Read(file)
            : new[] { ("film", "a-front-passes.json"), ("table", "tide-table.json") }.Aggregate(Read(file), (book, stop) =>
                new TakeAsStop(stop.Item1, Read(stop.Item2), null).Apply(book).Value
            );
    }

    /// <summary>Whoever sends a form as it came is told something, or it is kept; it is never a fault.</summary>
    private static void CanBeSentUntouched(IElement form, AttemptState state, DateTimeOffset at)
    {
        var fields = form.QuerySelectorAll("input[name], select[name], textarea[name]")
            .Where(field => field.GetAttribute("type") is not ("checkbox" or "radio" or "file") || field.HasAttribute("checked"))
            .Select(field =>
                KeyValuePair.Create(
                    field.GetAttribute("name")!,
                    field is IElement { LocalName: "textarea" } ? field.TextContent : field.GetAttribute("value") ?? ""
                )
            );
        foreach (var act in new[] { "answer", "mark", "add", "vote", "begin", "again", "hint", "nonsense" })
        {
            var read = EventForm.Read(
                new FormFields(fields.Append(KeyValuePair.Create("act", act)).Append(KeyValuePair.Create("event", "sent"))),
                state,
                [],
                at
            );
            Assert.True(read.Succeeded || read.Refusal!.Length > 0);
            if (read.Succeeded)
            {
                _ = AttemptRules.Refuse(state, read.Value);
            }
        }
    }

    private static readonly DateTimeOffset Began = new(2026, 11, 2, 9, 0, 0, TimeSpan.Zero);

    private static void Play(Activity activity, int number, Action<AttemptState, DateTimeOffset> see)
    {
        var (played, learner, at) = (new Played(activity, 11 + number, Began), new SimulatedLearner(5, number), Began);
        see(played.State, at);
        for (var i = 0; i < 120 && learner.Next(played.State, at) is { } happened; i++)
        {
            at = happened.At;
            if (played.Take(happened) is not null)
            {
                return;
            }

            see(played.State, at);
        }
    }

    private static string Root()
    {
        var folder = new DirectoryInfo(AppContext.BaseDirectory);
        while (!File.Exists(Path.Combine(folder!.FullName, "ZestySlate.slnx")))
        {
            folder = folder.Parent;
        }

        return folder.FullName;
    }
}
