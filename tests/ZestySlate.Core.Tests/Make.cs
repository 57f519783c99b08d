using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Panoramas;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Codes;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.MultipleChoice;

namespace ZestySlate.Core.Tests;

/// <summary>Small activities for tests.</summary>
internal static class Make
{
    public static readonly DateTimeOffset Monday = new(2026, 11, 2, 9, 0, 0, TimeSpan.Zero);

    public static Picture Picture(string alternativeText = "A garden") =>
        new()
        {
            Media = new string('a', 64),
            Width = 1600,
            Height = 1000,
            AlternativeText = alternativeText,
        };

    public static Option Option(string id, bool right = false, string feedback = "") =>
        new()
        {
            Id = id,
            Text = "Option " + id,
            Right = right,
            Feedback = feedback,
        };

    public static MultipleChoiceQuestion One(string right = "a") =>
        new()
        {
            Prompt = RichText.Plain("Which one?"),
            Hint = "Look up.",
            Explanation = "Because of the wind.",
            Shuffle = false,
            Options = [Option("a", right == "a", "words a"), Option("b", right == "b", "words b"), Option("c", right == "c", "words c")],
        };

    public static MultipleChoiceQuestion Several(params string[] right) =>
        new()
        {
            Prompt = RichText.Plain("Which ones?"),
            Picks = Picks.Several,
            Shuffle = false,
            Options = [.. new[] { "a", "b", "c", "d" }.Select(id => Option(id, right.Contains(id)))],
        };

    public static Spot Asked(string id, Question question) =>
        new()
        {
            Id = id,
            Place = new AtPoint(0.5, 0.5),
            Content = new Ask(question),
        };

    public static Spot Note(string id, string title = "A note") =>
        new()
        {
            Id = id,
            Place = new AtPoint(0.2, 0.2),
            Content = new Note { Title = title, Text = RichText.Plain("Some words.") },
        };

    public static Activity Activity(params Spot[] spots) =>
        new()
        {
            Title = "Garden",
            Scenes =
            [
                new Scene
                {
                    Id = "scene",
                    Backdrop = new PictureBackdrop(Picture()),
                    Spots = [.. spots],
                },
            ],
        };

    /// <summary>A jump, a clue, a plain note, each at a place of its own.</summary>
    public static Spot Jump(string id, string to, Lock? locked = null) =>
        new()
        {
            Id = id,
            Place = new AtPoint(0.1, 0.9),
            Content = new Jump(to),
            Lock = locked,
        };

    public static Spot Clue(string id, Lock? locked = null) =>
        Note(id, "Clue " + id) with
        {
            Content = new Note
            {
                Title = "Clue " + id,
                IsClue = true,
                Text = RichText.Plain("Behind " + id),
            },
            Lock = locked,
        };

    public static Lock Code(params string[] codes) => new() { Key = new CodeKey([.. codes]) };

    public static Lock By(LockKey key) => new() { Key = key };

    public static Scene Scene(string id, params Spot[] spots) =>
        new()
        {
            Id = id,
            Title = "Room " + id,
            Backdrop = new PictureBackdrop(Picture()),
            Spots = [.. spots],
        };

    public static Activity Tour(params Scene[] scenes) => new() { Title = "Tour", Scenes = [.. scenes] };

    public static Scene Round(string id, params Spot[] spots) =>
        Scene(id) with
        {
            Backdrop = new PanoramaBackdrop(
                new Picture
                {
                    Media = new string('b', 64),
                    Width = 4096,
                    Height = 2048,
                    AlternativeText = "All round",
                }
            ),
            Spots = [.. spots],
        };

    public static MultipleChoiceResponse Picked(params string[] ids) => new() { Picked = [.. ids] };
}

/// <summary>An attempt being made, event by event.</summary>
internal sealed class Attempt(Activity activity, long seed = 7)
{
    private readonly List<AttemptEvent> _events = [new Began(1, seed) { Id = "began", At = Make.Monday }];
    private readonly Dictionary<int, Activity> _editions = new() { [1] = activity };

    public AttemptState State => Replay.Run(number => _editions[number], _events);

    public IReadOnlyList<AttemptEvent> Events => _events;

    public Attempt Then(Func<string, DateTimeOffset, AttemptEvent> happened)
    {
        _events.Add(happened("e" + _events.Count, Make.Monday.AddSeconds(10 * _events.Count)));
        return this;
    }

    public Attempt Mark(string spot, params string[] picked) =>
        Then((id, at) => new AskedToMark(spot, Make.Picked(picked)) { Id = id, At = at });

    public Attempt Answer(string spot, params string[] picked) =>
        Then((id, at) => new Answered(spot, Make.Picked(picked)) { Id = id, At = at });

    public Attempt Hint(string spot) => Then((id, at) => new AskedForHint(spot) { Id = id, At = at });

    public Attempt Again(string spot) => Then((id, at) => new AnotherGo(spot) { Id = id, At = at });

    public Attempt See(string spot) => Then((id, at) => new SawAnswer(spot) { Id = id, At = at });

    public Attempt Open(string spot) => Then((id, at) => new Opened(spot) { Id = id, At = at });

    public Attempt Visit(string scene) => Then((id, at) => new Visited(scene) { Id = id, At = at });

    public Attempt Code(string lockId, string typed) => Then((id, at) => new TriedCode(lockId, typed) { Id = id, At = at });

    public Attempt Annotate(string spot, string text) => Then((id, at) => new Annotated(spot, text) { Id = id, At = at });

    /// <summary>What the rules say of the next event, a while after the last.</summary>
    public string? Refused(Func<string, DateTimeOffset, AttemptEvent> happened, double secondsLater = 10) =>
        AttemptRules.Refuse(State, happened("next", State.LastAt.AddSeconds(secondsLater)))?.Said();

    public Attempt HandIn() => Then((id, at) => new HandedIn { Id = id, At = at });

    public Attempt Edition(int number, Activity edition)
    {
        _editions[number] = edition;
        return Then((id, at) => new TookWording(number) { Id = id, At = at });
    }

    /// <summary>An edition that is there; nothing takes from it yet.</summary>
    public void Knows(int number, Activity edition) => _editions[number] = edition;

    public string? Refusal(AttemptEvent happened) => AttemptRules.Refuse(State, happened)?.Said();

    public LearnerView View(DateTimeOffset? now = null, DateTimeOffset? due = null) =>
        LearnerView.Of(State, now ?? Make.Monday.AddHours(1), due);
}
