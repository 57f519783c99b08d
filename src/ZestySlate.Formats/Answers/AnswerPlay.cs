using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Formats.Answers;

/// <summary>Plays the entries of a file through an attempt, event by event.</summary>
internal sealed class AnswerPlay(Activity activity, long seed)
{
    private const double MostSeconds = 366 * 86_400.0;
    private readonly Played _played = new(activity, seed, DateTimeOffset.UnixEpoch);
    private DateTimeOffset _now = DateTimeOffset.UnixEpoch;
    private int _number;

    /// <summary>Takes an entry; why it cannot be taken, in words, or null.</summary>
    internal string? Take(AnswerEntry entry, int number)
    {
        (_number, var part) = (number, 0);
        if (
            entry.Seconds is not (>= 0 and <= MostSeconds)
            || _now.AddSeconds(entry.Seconds) > DateTimeOffset.UnixEpoch.AddSeconds(MostSeconds)
        )
        {
            return "“seconds” lie between 0 and those of a year, all together.";
        }

        _now = _now.AddSeconds(entry.Seconds);
        _played.Pass(_now);
        if (entry.Do is not (AnswerDo.Start or AnswerDo.Visit or AnswerDo.Code or AnswerDo.HandIn) && entry.Spot.Length == 0)
        {
            return "it needs a “spot”.";
        }

        if (entry.Do is AnswerDo.Try or AnswerDo.Answer or AnswerDo.Mark or AnswerDo.Step or AnswerDo.Vote)
        {
            if (entry.Response is null)
            {
                return "it needs a “response”.";
            }

            if (_played.State.QuestionOf(entry.Spot) is null)
            {
                return $"the activity has no such question{(activity.SpotOf(entry.Spot) is null ? "" : " among those drawn with this seed")}.";
            }
        }

        if (entry.Do == AnswerDo.Try)
        {
            return Try(entry, ref part);
        }

        return Do(ref part, (id, at) => entry.Do switch
            {
                AnswerDo.Start => new Started { Id = id, At = at },
                AnswerDo.Visit => new Visited(entry.Scene) { Id = id, At = at },
                AnswerDo.Open => new Opened(entry.Spot) { Id = id, At = at },
                AnswerDo.Code => new TriedCode(entry.Lock, entry.Text) { Id = id, At = at },
                AnswerDo.Annotate => new Annotated(entry.Spot, entry.Text) { Id = id, At = at },
                AnswerDo.Answer => new Answered(entry.Spot, entry.Response!) { Id = id, At = at },
                AnswerDo.Mark => new AskedToMark(entry.Spot, entry.Response!) { Id = id, At = at },
                AnswerDo.Step => new Stepped(entry.Spot, entry.Response!, entry.Part) { Id = id, At = at },
                AnswerDo.Vote => new Voted(entry.Spot, entry.Response) { Id = id, At = at },
                AnswerDo.Again => new AnotherGo(entry.Spot) { Id = id, At = at },
                AnswerDo.Hint => new AskedForHint(entry.Spot) { Id = id, At = at },
                AnswerDo.See => new SawAnswer(entry.Spot) { Id = id, At = at },
                _ => new HandedIn { Id = id, At = at },
            });
    }

    /// <summary>The attempt, handed in.</summary>
    internal AttemptState HandedIn()
    {
        if (!_played.State.IsHandedIn)
        {
            var part = 0;
            _number++;
            _ = Start(ref part) ?? Do(ref part, (id, at) => new HandedIn { Id = id, At = at });
        }

        return _played.State;
    }

    private string? Try(AnswerEntry entry, ref int part)
    {
        if ((Start(ref part) ?? Go(entry.Spot, ref part)) is { } refusal)
        {
            return refusal;
        }

        var question = _played.State.QuestionOf(entry.Spot)!;
        if (
            question is { ShowsLastTry: true, Closed: false }
            && Do(ref part, (id, at) => new AnotherGo(entry.Spot) { Id = id, At = at }) is { } no
        )
        {
            return no;
        }

        if (entry.Hint && !question.HintSeen && Do(ref part, (id, at) => new AskedForHint(entry.Spot) { Id = id, At = at }) is { } none)
        {
            return none;
        }

        return Do(ref part, (id, at) => QuestionTypes.For(question.Question).TakesVotes
                ? new Voted(entry.Spot, entry.Response) { Id = id, At = at }
            : AttemptRules.MarksWhileWorking(_played.State.Rules) ? new AskedToMark(entry.Spot, entry.Response!) { Id = id, At = at }
            : new Answered(entry.Spot, entry.Response!) { Id = id, At = at });
    }

    private string? Start(ref int part) =>
        _played.State is { NeedsStart: true, IsHandedIn: false } ? Do(ref part, (id, at) => new Started { Id = id, At = at }) : null;

    /// <summary>Goes to where a question is: step by step in order, or to its scene.</summary>
    private string? Go(string spot, ref int part)
    {
        if (!_played.State.IsInOrder)
        {
            var scene = _played.State.SceneWith(spot)!.Id;
            return _played.State.VisitedScenes.Contains(scene) ? null : Do(ref part, (id, at) => new Visited(scene) { Id = id, At = at });
        }

        var to = _played.State.Steps.IndexOf(step => step.SpotIds.Contains(spot));
        while (_played.State is { IsHandedIn: false } now && now.StepNumber != to)
        {
            var next = now.StepNumber < to ? now.StepNumber + 1 : to;
            if (Do(ref part, (id, at) => new Visited(now.Steps[next].Id) { Id = id, At = at }) is { } refusal)
            {
                return refusal;
            }
        }

        return null;
    }

    private string? Do(ref int part, Func<string, DateTimeOffset, AttemptEvent> happened) =>
        _played.Take(happened($"e{_number}-{part++}", _now)) is { } refusal ? Words.English.Say(refusal) : null;
}
