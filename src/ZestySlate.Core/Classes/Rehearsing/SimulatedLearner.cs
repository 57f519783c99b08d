using System.Globalization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Classes.Rehearsing;

/// <summary>How hard a question is for the simulated class (two-parameter logistic model, Birnbaum 1968).</summary>
/// <param name="Difficulty">The ability at which a part is known with one half; 0 is the class's middle, 1 a standard deviation above.</param>
/// <param name="Discrimination">How steeply knowing rises with ability; 1 is usual.</param>
public readonly record struct ItemDifficulty(double Difficulty, double Discrimination = 1.2)
{
    /// <summary>How likely somebody of an ability knows a part, 0..1.</summary>
    public double Knows(double ability) => 1 / (1 + Math.Exp(-Discrimination * (ability - Difficulty)));
}

/// <summary>
/// Somebody who does an activity as learners do: looks round, opens things, knows some of it, guesses the rest, now and then
/// asks for a hint or goes away. Each does what the state of the attempt allows, event by event; the same seed and number
/// always give the same learner.
/// </summary>
public sealed class SimulatedLearner
{
    private readonly SeededRandom _random;
    private readonly Chance _chance;
    private readonly IReadOnlyDictionary<string, ItemDifficulty> _difficulties;
    private readonly HashSet<string> _passedOver = [];
    private readonly HashSet<string> _watchedEnough = [];
    private readonly double _pace;
    private bool _closes;
    private int _events,
        _visits;

    /// <summary>A learner.</summary>
    /// <param name="seed">The class's seed.</param>
    /// <param name="number">The learner's number in it, from 0.</param>
    /// <param name="difficulties">How hard questions are, by spot; those that are not named are guessed by their family.</param>
    public SimulatedLearner(long seed, int number, IReadOnlyDictionary<string, ItemDifficulty>? difficulties = null)
    {
        _random = SeededRandom.For(seed, "rehearsal", number);
        _chance = new Chance(_random, 0.5);
        _difficulties = difficulties ?? new Dictionary<string, ItemDifficulty>();
        Ability = Normal();
        _pace = Math.Exp(0.35 * Normal());
    }

    /// <summary>What they are able to do: normally distributed, 0 in the middle of the class.</summary>
    public double Ability { get; }

    /// <summary>True when they went away and will not come back.</summary>
    public bool WentAway { get; private set; }

    /// <summary>How likely they leave it at any step; about one in twenty leaves an activity of twenty steps.</summary>
    public double Leaves { get; init; } = 0.0025;

    /// <summary>What the question really means, where its key may be wrong; null to trust the key.</summary>
    public Func<QuestionState, Question>? Meant { get; init; }

    /// <summary>What they do next, and how many seconds later; null when they have handed in, gone away, or can do nothing more.</summary>
    /// <param name="state">Where the attempt stands.</param>
    /// <param name="now">The time of the last event.</param>
    public AttemptEvent? Next(AttemptState state, DateTimeOffset now)
    {
        if (state.IsHandedIn || WentAway)
        {
            return null;
        }

        if (_events > 0 && _chance.Happens(Leaves))
        {
            WentAway = true;
            return null;
        }

        var at = now + TimeSpan.FromSeconds(Math.Round(Seconds(state), 1));
        var id = "r" + _events++;
        if (state.NeedsStart)
        {
            return new Started { Id = id, At = at };
        }

        if (state.LooksRound)
        {
            return new LookedRound("") { Id = id, At = at };
        }

        // Whoever saw it wrong has another go, now and then.
        foreach (
            var question in state.Questions.Where(question =>
                state.IsInReach(question.Spot.Id)
                && !question.Closed
                && !_passedOver.Contains(question.Spot.Id)
                && HasCome(state, question.Spot)
                && (_closes || !Grows(state, question))
            )
        )
        {
            if (Work(state, question, id, at) is { } happened && AttemptRules.Refuse(state, happened) is null)
            {
                return happened;
            }

            _passedOver.Add(question.Spot.Id);
        }

        return Watch(state, id, now)
            ?? Look(state, id, at)
            ?? Repeat(state, id, at)
            ?? Move(state, id, at)
            ?? (AttemptEvent?)Close(state, id, at)
            ?? new HandedIn { Id = id, At = at };
    }

    /// <summary>True while parts of a question wait for something that was not found yet: it is filled last.</summary>
    private static bool Grows(AttemptState state, QuestionState question) => state.KnownOf(question) != question.Question;

    /// <summary>Most do a stop of a trail again whose reward they have not won, or where something is not right.</summary>
    private BeganStopAgain? Repeat(AttemptState state, string id, DateTimeOffset at)
    {
        foreach (var stop in (state.Activity.Trail?.Stops ?? []).Where(stop => Winning.MayRepeat(state, stop)))
        {
            if (!_passedOver.Contains(stop.Id) && _chance.Happens(0.8))
            {
                _passedOver.ExceptWith(state.QuestionsOf(stop.Id).Select(question => question.Spot.Id));
                return new BeganStopAgain(stop.Id) { Id = id, At = at };
            }

            _passedOver.Add(stop.Id);
        }

        return null;
    }

    /// <summary>Once there is no more to find, what is left of a findings sheet is filled with what is known.</summary>
    private Visited? Close(AttemptState state, string id, DateTimeOffset at)
    {
        var open = _closes ? null : state.Questions.FirstOrDefault(question => question.IsOpen && Grows(state, question));
        _closes = true;
        return
            open is not null
            && state.SceneWith(open.Spot.Id) is { } scene
            && new Visited(scene.Id) { Id = id, At = at } is var visit
            && AttemptRules.Refuse(state, visit) is null
            ? visit
            : null;
    }

    /// <summary>True when the moment of a spot was come to, or the learner has watched enough to go through the rest by its list.</summary>
    private bool HasCome(AttemptState state, Spot spot) =>
        spot.During is not { } during
        || state.Scene.Spots.All(here => here.Id != spot.Id)
        || _watchedEnough.Contains(state.Scene.Id)
        || during.From <= state.LeftAt.GetValueOrDefault(state.Scene.Id);

    /// <summary>Plays on to what begins next, or to the end; some leave off, and some look at a part once more.</summary>
    private Watched? Watch(AttemptState state, string id, DateTimeOffset now)
    {
        var scene = state.Scene;
        if (scene.Backdrop is not { HasTime: true, Lasts: { } lasts } || _watchedEnough.Contains(scene.Id))
        {
            return null;
        }

        var from = state.LeftAt.GetValueOrDefault(scene.Id);
        if (from >= lasts || _chance.Happens(0.03))
        {
            _watchedEnough.Add(scene.Id);
            return null;
        }

        var begins = from > 10 && _chance.Happens(0.08) ? Math.Max(0, from - 15) : from;
        var to = scene
            .Spots.Select(spot => spot.During?.From)
            .OfType<decimal>()
            .Where(moment => moment > from && moment < lasts)
            .Append(lasts)
            .Min();
        return new Watched(scene.Id, begins, to) { Id = id, At = now + TimeSpan.FromSeconds((double)(to - begins)) };
    }

    private AttemptEvent? Work(AttemptState state, QuestionState question, string id, DateTimeOffset at)
    {
        var family = QuestionTypes.For(question.Question);
        var spot = question.Spot.Id;
        var marks = AttemptRules.MarksWhileWorking(state.RulesOf(spot));
        if (question.IsLooking)
        {
            return question.Round == Round.LookThenAnswer ? new LookedRound(spot) { Id = id, At = at } : null;
        }

        if (question.ShowsLastTry && question.Tries.Count > 0)
        {
            // Many are content with half right, and few try a third time.
            var again =
                question.LastTry!.Mark.Verdict is Verdict.Wrong or Verdict.Partly && question.Tries.Count < 3 && _chance.Happens(0.6);
            return again ? new AnotherGo(spot) { Id = id, At = at } : null;
        }

        if (!marks && question.HasAnswer)
        {
            return null;
        }

        if (!question.HintSeen && AttemptRules.HasHint(question.Question) && _chance.Happens(0.1))
        {
            return new AskedForHint(spot) { Id = id, At = at };
        }

        var difficulty = _difficulties.TryGetValue(spot, out var set)
            ? set
            : new ItemDifficulty(family.GuessedDifficulty(question.Question));
        var helped = (question.HintSeen ? 0.4 : 0) + (0.5 * question.Tries.Count);
        if (
            _chance.Happens(0.02)
            || family.Rehearse(Meant?.Invoke(question) ?? state.KnownOf(question), new Chance(_random, difficulty.Knows(Ability + helped)))
                is not { } response
        )
        {
            return null;
        }

        return family.TakesVotes ? new Voted(spot, response) { Id = id, At = at }
            : marks && !family.IsEmpty(response)
                ? new AskedToMark(spot, response)
                {
                    Id = id,
                    At = at,
                    OneLife = true,
                }
            : new Answered(spot, response) { Id = id, At = at };
    }

    /// <summary>Opens what is to be read here.</summary>
    private Opened? Look(AttemptState state, string id, DateTimeOffset at)
    {
        foreach (
            var spot in state.Activity.Spots.Where(spot =>
                spot.Content.Kind == SpotKind.Note && state.IsInReach(spot.Id) && !state.OpenedSpots.Contains(spot.Id)
            )
        )
        {
            if (_passedOver.Contains(spot.Id))
            {
                continue;
            }

            if (spot.Content.IsFinding || _chance.Happens(0.8))
            {
                return new Opened(spot.Id) { Id = id, At = at };
            }

            _passedOver.Add(spot.Id);
        }

        return null;
    }

    /// <summary>Goes on: the next step, a code, a place not seen yet, or (in a story) any way that is left.</summary>
    private AttemptEvent? Move(AttemptState state, string id, DateTimeOffset at)
    {
        if (state.IsInOrder)
        {
            return state.StepNumber + 1 < state.Steps.Count ? new Visited(state.Steps[state.StepNumber + 1].Id) { Id = id, At = at } : null;
        }

        foreach (
            var (lockId, closed) in state.Activity.Locks.Where(entry =>
                !state.IsOpen(entry.Id) && entry.Lock.Key is TypedKey && !_passedOver.Contains(entry.Id)
            )
        )
        {
            var right = _chance.One(((TypedKey)closed.Key).Examples);
            var tried = new TriedCode(
                lockId,
                right is null ? ""
                    : _chance.Happens(0.75) ? right
                    : _chance.Unsure(right, [])
            )
            {
                Id = id,
                At = at,
            };
            // After a few wrong codes a lock rests; they wait for it.
            var rested =
                state.WrongCodes.TryGetValue(lockId, out var wrong) && wrong.Wrong >= 3
                    ? tried with
                    {
                        At = wrong.LastAt + TimeSpan.FromMinutes(6),
                    }
                    : tried;
            if (AttemptRules.Refuse(state, rested) is null)
            {
                return rested;
            }
        }

        // In a story they decide, as likely for the one as for the other.
        var choices = Deciding.In(state, state.Scene, all: false).Concat(Deciding.ByAnswer(state, state.Scene)).ToList();
        if (choices.Count > 0 && _visits++ < 200)
        {
            return new Chose(_chance.One(choices)!.Id) { Id = id, At = at };
        }

        var here = state.Activity.SceneOf(state.Way[^1]);
        bool MayGo(string scene) => AttemptRules.Refuse(state, new Visited(scene) { Id = id, At = at }) is null;
        var ways = here?.Spots.Where(spot => state.IsOpen(spot.Id)).SelectMany(spot => spot.Goals).Where(MayGo).Distinct().ToList() ?? [];
        var unseen = ways.Where(scene => !state.VisitedScenes.Contains(scene)).ToList();
        var elsewhere = state
            .Activity.Scenes.Select(scene => scene.Id)
            .Where(scene => !state.VisitedScenes.Contains(scene) && state.Knows(scene) && MayGo(scene))
            .ToList();
        var next = _chance.One(unseen) ?? (elsewhere.Count > 0 ? elsewhere[0] : null);
        return next is null || _visits++ > 200 ? null : new Visited(next) { Id = id, At = at };
    }

    /// <summary>How long they take: some seconds to look, longer for a question, each at their own pace.</summary>
    private double Seconds(AttemptState state) => (state.NeedsStart ? 6 : 22) * _pace * Math.Exp(0.5 * Normal());

    /// <summary>A normally distributed number (Box and Muller 1958).</summary>
    private double Normal()
    {
        double Uniform() => ((_random.NextBits() >> 11) + 1) * (1.0 / (1UL << 53));
        return Math.Sqrt(-2 * Math.Log(Uniform())) * Math.Cos(2 * Math.PI * Uniform());
    }
}
