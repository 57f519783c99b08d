using Microsoft.Extensions.Caching.Memory;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Questions.Poll;

namespace ZestySlate.Web.Authoring;

/// <summary>Authors' trials: attempts on a draft, kept in memory only. They run through the same delivery as learners' attempts.</summary>
public sealed class Trials(IMemoryCache cache, TimeProvider clock)
{
    private static readonly TimeSpan Lasts = TimeSpan.FromHours(4);

    /// <summary>Begins a trial anew: in this scene, at this question, or at the beginning, with what is in hand.</summary>
    public void Begin(string activityId, string personId, Activity draft, string? sceneId, string? spotId, AsIf asIf) =>
        cache.Set(Key(activityId, personId), new Trial(Beginning(draft, sceneId, spotId, asIf), asIf), Lasts);

    private List<AttemptEvent> Beginning(Activity draft, string? sceneId, string? spotId, AsIf asIf)
    {
        var events = new List<AttemptEvent>
        {
            new Began(0, Random.Shared.NextInt64()) { Id = "began", At = clock.GetUtcNow() },
        };
        events.AddRange(asIf.Before(draft, clock.GetUtcNow()));
        if (sceneId is not null && draft.Flow.Way == Way.Free && draft.Scenes[0].Id != sceneId)
        {
            // An author tries what is on the stage; how learners get there is for them to find out.
            events.Add(new Visited(sceneId) { Id = "here", At = clock.GetUtcNow() });
        }

        if (draft.Flow.Way == Way.InOrder)
        {
            var state = Replay.Run(_ => draft, events);
            var step = state.Steps.FirstOrDefault(step => spotId is not null && step.SpotIds.Contains(spotId))
                ?? state.Steps.FirstOrDefault(step => step.Sections.Any(section => section.SceneId == sceneId));
            if (step is not null && step.Id != state.Steps[0].Id)
            {
                events.Add(new Started { Id = "start", At = clock.GetUtcNow() });
                events.Add(new Visited(step.Id) { Id = "step", At = clock.GetUtcNow() });
            }
        }

        return events;
    }

    /// <summary>Where the trial stands on the draft as it is now.</summary>
    public AttemptState State(string activityId, string personId, Activity draft)
    {
        var trial = Of(activityId, personId, draft);
        lock (trial)
        {
            return StateOf(trial, draft);
        }
    }

    /// <summary>What the trial began with.</summary>
    public AsIf AsIfOf(string activityId, string personId) => cache.Get<Trial>(Key(activityId, personId))?.AsIf ?? AsIf.Nothing;

    private static AttemptState StateOf(Trial trial, Activity draft) =>
        Replay.Run(_ => trial.AsIf.On(draft), [.. trial.Events]) with
        {
            Tallies = trial
                .Events.OfType<Voted>()
                .Where(voted => voted.Response is not null)
                .ToDictionary(
                    voted => voted.SpotId,
                    voted => Tally.None.With(QuestionTypes.For(voted.Response!).As<IVoted>()!.ChoicesOf(voted.Response!))
                ),
        };

    /// <summary>The trial; a new one is begun where there is none.</summary>
    private Trial Of(string activityId, string personId, Activity draft) =>
        cache.Get<Trial>(Key(activityId, personId))
        ?? cache.Set(Key(activityId, personId), new Trial(Beginning(draft, null, null, AsIf.Nothing), AsIf.Nothing), Lasts);

    /// <summary>Takes an event; returns the refusal or null.</summary>
    public string? Take(string activityId, string personId, Activity draft, AttemptEvent happened)
    {
        var trial = Of(activityId, personId, draft);
        lock (trial)
        {
            if (trial.Events.Any(e => e.Id == happened.Id))
            {
                return null;
            }

            // Judged on what is known now: of two at once the second is judged after the first.
            var state = StateOf(trial, draft);
            if (AttemptRules.Refuse(state, happened) is { } refusal)
            {
                return state.Activity.Words.Say(refusal);
            }

            trial.Events.Add(happened);
            return null;
        }
    }

    /// <summary>What files of a trial are kept under.</summary>
    public static string FilesKey(string activityId, string personId) => $"trial-{activityId}-{personId}";

    private static string Key(string activityId, string personId) => $"trial {activityId} {personId}";

    /// <summary>One trial. Whoever reads or writes what happened in it locks it.</summary>
    private sealed record Trial(List<AttemptEvent> Events, AsIf AsIf);
}
