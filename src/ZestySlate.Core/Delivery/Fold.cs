using System.Collections.Immutable;
using System.Globalization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Delivery;

/// <summary>Takes events one after the other on top of a state.</summary>
internal sealed class Fold(AttemptState start) : IOpening
{
    private readonly Activity _activity = start.Activity;
    private readonly Rules _rules = start.Activity.Rules;
    private readonly CultureInfo _culture = Words.Of(start.KeyLanguage).Culture;
    private readonly QuestionState[] _questions = [.. start.Questions];
    private readonly HashSet<string> _opened = [.. start.OpenedSpots];
    private readonly Dictionary<string, string> _annotations = new(start.Annotations);
    private readonly HashSet<string> _visited = [.. start.VisitedScenes];
    private readonly Dictionary<string, Stretches> _watched = new(start.Watched);
    private readonly Dictionary<string, decimal> _leftAt = new(start.LeftAt);
    private readonly HashSet<string> _openLocks = [.. start.OpenLocks];
    private readonly Dictionary<string, CodeTries> _wrongCodes = new(start.WrongCodes);
    private readonly List<(string Id, Lock Lock)> _locks = [.. start.Activity.Locks];
    private readonly Dictionary<string, int> _repeated = new(start.Repeated);
    private readonly Dictionary<string, TimeSpan> _stays = new(start.Stays);
    private readonly HashSet<int> _touched = [];
    private ImmutableDictionary<string, int> _visits = start.Visits;
    private int _arrivals = start.Arrivals;
    private string _asking = "";
    private ValueList<string> _findings = start.Findings;
    private ValueList<string> _given = start.GivenChanges;
    private ValueList<string> _way = start.Way;
    private ValueList<StateValue> _states = start.States;
    private ValueList<RoadStep> _road = start.Road;
    private ValueList<WayChosen> _chosen = start.Chosen;
    private ValueList<string> _endings = start.Endings;
    private string? _said = start.SaidOnTheWay;
    private DateTimeOffset? _startedAt = start.StartedAt,
        _handedInAt = start.HandedInAt,
        _returnedAt = start.ReturnedAt;
    private DateTimeOffset _stepSince = start.StepSince;
    private string _wholeComment = start.WholeComment;
    private Ending? _endedBy = start.EndedBy;
    private DateTimeOffset _workedAt = start.WorkedAt ?? start.BeganAt;
    private int _mistakes = start.Mistakes;
    private Streak _streak = start.Streak;

    internal void Take(AttemptEvent happened)
    {
        Stay(happened);
        if (_rules.Clock is not null)
        {
            LetTimeRunOut(happened.At);
        }

        if (
            _handedInAt is not null
            && happened is not (Opened or Visited or Watched or Annotated or Reviewed or Returned or TakenBack or Reopened)
        )
        {
            return;
        }

        switch (happened)
        {
            case Started started when _startedAt is null:
                (_startedAt, _stepSince) = (started.At, started.At);
                break;
            case Visited visited:
                Visit(visited.SceneId, visited.At);
                break;
            case Opened opened:
                if (_opened.Add(opened.SpotId) && start.Index.SpotOf(opened.SpotId) is { Content.IsFinding: true })
                {
                    _findings = _findings.Add(opened.SpotId);
                }

                break;
            case Chose chose:
                Choose(chose);
                break;
            case WentBack back:
                GoBack(back.StepId);
                break;
            case Watched watched:
                _watched[watched.SceneId] = _watched
                    .GetValueOrDefault(watched.SceneId, Stretches.None)
                    .With(new Stretch(watched.From, watched.To));
                _leftAt[watched.SceneId] = watched.To;
                break;
            case TriedCode tried:
                TryCode(tried);
                break;
            case Annotated annotated:
                _annotations[annotated.SpotId] = annotated.Text;
                break;
            case LookedRound looked:
                Look(looked.SpotId);
                break;
            case Answered answered:
                Work(answered.SpotId, question => question with { Response = WithKept(question, answered.Response), ShowsLastTry = false });
                break;
            case AskedToMark asked:
                Work(asked.SpotId, question => Tried(question with { Response = WithKept(question, asked.Response) }, asked));
                EndWithLives(asked.At);
                break;
            case Stepped stepped:
                Work(stepped.SpotId, question => Step(question, stepped));
                EndWithLives(stepped.At);
                break;
            case Voted voted:
                Change(voted.SpotId, question => Vote(question, voted));
                break;
            case AnotherGo again:
                Work(again.SpotId, question => Again(question, again.Orders));
                break;
            case BeganStopAgain again:
                BeginStopAgain(again);
                break;
            case AskedForHint hint:
                Work(hint.SpotId, question => question with { HintSeen = true });
                break;
            case SawAnswer saw:
                Change(saw.SpotId, question =>
                    question with
                    {
                        AnswerSeen = true,
                        Closed = true,
                        ShowsLastTry = question.Tries.Count > 0,
                        Response = question.LastTry?.Response,
                    }
                );
                break;
            case Reviewed { SpotId: "" } whole:
                _wholeComment = whole.Review.Comment;
                break;
            case Reviewed reviewed:
                Change(reviewed.SpotId, question => question with { Review = reviewed.Review.IsEmpty ? null : reviewed.Review });
                break;
            case Returned returned:
                _returnedAt = returned.At;
                break;
            case TakenBack or Reopened:
                _returnedAt = null;
                break;
            case HandedIn handedIn:
                End(Ending.Finished, handedIn.At);
                break;
            case TookKey { EndedAt: { } ended } took:
                End(took.EndedBy ?? Ending.Finished, ended);
                break;
        }

        Win(happened.At);
        OpenLocks();
    }

    /// <summary>The time since the learner last did something was spent where the learner is; a longer silence is a break, and work that
    /// was handed in rests.</summary>
    private void Stay(AttemptEvent happened)
    {
        if (!Silence.IsBrokenBy(happened))
        {
            return;
        }

        var since = happened.At - _workedAt;
        _workedAt = happened.At;
        if (_handedInAt is null && since > TimeSpan.Zero && since <= Silence.Longest)
        {
            var here = _way[_way.Count - 1];
            _stays[here] = _stays.GetValueOrDefault(here) + since;
        }
    }

    /// <summary>The rewards of the stops whose questions were touched; what is won stays won, and changes the story once it may be told.</summary>
    private void Win(DateTimeOffset at)
    {
        foreach (var stop in _touched.Count == 0 ? [] : _activity.Trail?.Stops ?? [])
        {
            if (
                stop.Reward is { } reward
                && !_findings.Contains(stop.Id)
                && start.Index.PlacesOf(stop.Id) is var places
                && places.Any(_touched.Contains)
                && Winning.IsWon(reward, [.. places.Select(place => _questions[place])], _rules.Counts)
            )
            {
                _findings = _findings.Add(stop.Id);
            }
        }

        _touched.Clear();
        foreach (var stop in _activity.Trail?.Stops ?? [])
        {
            // What it changes would tell that it is won.
            if (
                stop.Reward is { Changes.Count: > 0 } reward
                && _findings.Contains(stop.Id)
                && !_given.Contains(stop.Id)
                && RevealNow.Reward(State(at), stop, at, null)
            )
            {
                _given = _given.Add(stop.Id);
                _states = After(_states, reward.Changes);
            }
        }
    }

    /// <summary>Opens the locks that need no typing, as far as their keys are there, and closes those that hold only while something is so.</summary>
    internal void OpenLocks()
    {
        foreach (var (id, closed) in _locks)
        {
            _asking = id;
            var isOpen = _openLocks.Contains(id);
            if (!isOpen && closed.Key.OpensWith(this))
            {
                _openLocks.Add(id);
            }
            else if (isOpen && closed.Key.Closes && !closed.Key.OpensWith(this))
            {
                _openLocks.Remove(id);
            }
        }
    }

    internal AttemptState State(DateTimeOffset lastAt) =>
        start with
        {
            LastAt = lastAt,
            StartedAt = _startedAt,
            StepSince = _stepSince,
            HandedInAt = _handedInAt,
            ReturnedAt = _returnedAt,
            EndedBy = _endedBy,
            WholeComment = _wholeComment,
            Mistakes = _mistakes,
            Streak = _streak,
            OpenedSpots = _opened,
            Findings = _findings,
            GivenChanges = _given,
            Repeated = _repeated,
            Annotations = _annotations,
            Way = _way,
            States = _states,
            Road = _road,
            Chosen = _chosen,
            Endings = _endings,
            SaidOnTheWay = _said,
            VisitedScenes = _visited,
            Visits = _visits,
            Stays = _stays,
            WorkedAt = _workedAt,
            Arrivals = _arrivals,
            Watched = _watched,
            LeftAt = _leftAt,
            OpenLocks = _openLocks,
            WrongCodes = _wrongCodes,
            Questions = _questions.ToValueList(),
        };

    public QuestionState? QuestionOf(string spotId) => start.Index.PlaceOf(spotId) is >= 0 and var place ? _questions[place] : null;

    public bool HasOpened(string spotId) => _opened.Contains(spotId);

    public bool HasVisited(string sceneId) =>
        start.IsInOrder
            ? start.Steps.Any(step =>
                (_visited.Contains(step.Id) || _way[_way.Count - 1] == step.Id) && step.Sections.Any(section => section.SceneId == sceneId)
            )
            : _visited.Contains(sceneId);

    public decimal ShareWatched(string sceneId) =>
        _watched.TryGetValue(sceneId, out var watched) ? watched.ShareOf(_activity.SceneOf(sceneId)?.Backdrop.Lasts) : 0;

    public decimal? StateOf(string stateId) => _states.FirstOrDefault(state => state.State == stateId)?.Value;

    public int VisitsOf(string sceneId) =>
        start.IsInOrder
            ? start
                .Steps.Where(step => step.Sections.Any(section => section.SceneId == sceneId))
                .Sum(step => _visits.GetValueOrDefault(step.Id))
            : _visits.GetValueOrDefault(sceneId);

    public bool Falls(decimal share) => SeededRandom.For(start.Seed, "luck " + _asking, _arrivals).Falls(share);

    public bool HasDone(string stopId) =>
        Winning.IsDone(_activity, stopId, _findings, [.. start.Index.PlacesOf(stopId).Select(place => _questions[place])], HasVisited);

    public Fraction Points() => _questions.Total(question => question.Points(_rules.Counts));

    /// <summary>In order one goes from step to step; else going to the scene before is going back, and everything else lengthens the way.</summary>
    private void Visit(string id, DateTimeOffset at)
    {
        if (_way[_way.Count - 1] == id)
        {
            return;
        }

        if (start.IsInOrder)
        {
            _way = [id];
            _stepSince = at;
        }
        else if (start.Index.SceneOf(id) is null)
        {
            return;
        }
        else
        {
            _way = _way.Count > 1 && _way[_way.Count - 2] == id ? _way.Take(_way.Count - 1).ToValueList() : _way.Add(id);
        }

        _said = null;
        Arrive(id);
    }

    private void Arrive(string id)
    {
        _visited.Add(id);
        _visits = _visits.SetItem(id, _visits.GetValueOrDefault(id) + 1);
        _arrivals++;
        if (start.Index.SceneOf(id)?.Ending is not null)
        {
            _endings = _endings.RemoveAll(one => one == id).Add(id);
        }
    }

    /// <summary>What follows from a choice: states change, and one is where it leads, from where no way goes back.</summary>
    private void Choose(Chose chose)
    {
        var (scene, spot) = (start.Index.SceneWith(chose.SpotId), start.Index.SpotOf(chose.SpotId));
        if (scene is null || spot is null || Deciding.GoalOf(State(chose.At), spot) is not { } to)
        {
            return;
        }

        _road = _road.Add(
            new RoadStep(chose.Id, scene.Id, spot.Id, _states)
            {
                Picked = spot.IsLeading && QuestionOf(spot.Id) is { } question ? PickedIn(question) : [],
                Visits = _visits,
                Given = _given.Count,
            }
        );
        var before = _chosen.FirstOrDefault(way => way.SpotId == spot.Id && way.To == to);
        _chosen = before is null
            ? _chosen.Add(new WayChosen(spot.Id, to, 1))
            : _chosen.Replace(way => way == before, way => way with { Times = way.Times + 1 });
        _states = After(_states, spot.Content.Consequence?.Changes ?? []);
        _opened.Add(spot.Id);
        if (!start.IsInOrder && start.Index.SceneOf(to) is { } goal)
        {
            _way = [goal.Id];
            Arrive(goal.Id);
        }

        _said = spot.Content.Consequence is null ? null : spot.Id;
    }

    private static ValueList<string> PickedIn(QuestionState question) =>
        question.LastTry?.Response is { } response ? QuestionTypes.For(response).Picked(question.Question, response).ToValueList() : [];

    private ValueList<StateValue> After(ValueList<StateValue> states, ValueList<StateChange> changes) =>
        changes.Count == 0 ? states : states.Select(state => Changed(state, changes)).ToValueList();

    private StateValue Changed(StateValue state, ValueList<StateChange> changes) =>
        _activity.Story?.StateOf(state.State) is { } kept
            ? changes
                .Where(change => change.State == state.State)
                .Aggregate(state, (now, change) => now with { Value = kept.Within(change.Of(now.Value)) })
            : state;

    /// <summary>To a decision of the road, or to its beginning; what was found out and won on the way is not lost, and luck is drawn anew.</summary>
    private void GoBack(string stepId)
    {
        _arrivals++;
        if (stepId.Length == 0)
        {
            _visits = ImmutableDictionary<string, int>.Empty.Add(_activity.Scenes[0].Id, 1);
            (_states, _way, _road, _said) = (WithGiven(_activity.Story?.Beginning ?? [], 0), [_activity.Scenes[0].Id], [], null);
        }
        else if (_road.IndexOf(step => step.Id == stepId) is >= 0 and var at)
        {
            (_states, _visits, _way, _said) = (WithGiven(_road[at].Before, _road[at].Given), _road[at].Visits, [_road[at].SceneId], null);
            _road = _road.Take(at).ToValueList();
        }
    }

    /// <summary>States as they were when so many rewards had changed them, with what those that have since have made of them.</summary>
    private ValueList<StateValue> WithGiven(ValueList<StateValue> states, int given) =>
        _given.Skip(given).Aggregate(states, (now, id) => After(now, _activity.Trail?.StopOf(id)?.Reward?.Changes ?? []));

    private void TryCode(TriedCode tried)
    {
        if (start.Index.LockOf(tried.LockId)?.Key is not TypedKey key || _openLocks.Contains(tried.LockId))
        {
            return;
        }

        if (key.Fits(tried.Typed, _culture))
        {
            _openLocks.Add(tried.LockId);
        }
        else
        {
            _wrongCodes[tried.LockId] = new CodeTries((_wrongCodes.GetValueOrDefault(tried.LockId)?.Wrong ?? 0) + 1, tried.At);
        }
    }

    private void Change(string spotId, Func<QuestionState, QuestionState> change)
    {
        if (start.Index.PlaceOf(spotId) is >= 0 and var place)
        {
            _questions[place] = change(_questions[place]);
            _touched.Add(place);
        }
    }

    /// <summary>Every question of the stop that is not right has its tries again; what counts of those before stays.</summary>
    private void BeginStopAgain(BeganStopAgain again)
    {
        _repeated[again.StopId] = _repeated.GetValueOrDefault(again.StopId) + 1;
        foreach (var place in start.Index.PlacesOf(again.StopId))
        {
            var question = _questions[place];
            if (Winning.IsRepeated(question, _rules.Counts))
            {
                var orders = again.Orders?.FirstOrDefault(drawn => drawn.SpotId == question.Spot.Id)?.Orders;
                _questions[place] = Again(
                    question with
                    {
                        Closed = false,
                        AnswerSeen = false,
                        HintSeen = false,
                        TimedOut = false,
                        TriesBefore = question.Tries.Count,
                    },
                    orders
                );
            }
        }
    }

    private void Look(string spotId)
    {
        for (var place = 0; place < _questions.Length; place++)
        {
            var question = _questions[place];
            if (spotId.Length == 0 ? question.Question.Round is null : question.Spot.Id == spotId)
            {
                _questions[place] = question with { HasLooked = true };
            }
        }
    }

    /// <summary>What a learner does with a question counts until it is closed; marked again by another key, it may have been closed earlier
    /// than they knew.</summary>
    private void Work(string spotId, Func<QuestionState, QuestionState> change) =>
        Change(spotId, question => question.Closed ? question : change(question));

    /// <summary>The answer after something more was given, with what stays from an earlier try.</summary>
    private static Response WithKept(QuestionState question, Response given)
    {
        var family = QuestionTypes.For(question.Question);
        var now = family.Onto(question.Question, question.Response, given);
        return question.Kept is { } kept ? family.WithKept(question.Question, now, kept) : now;
    }

    /// <summary>A try that the learner asked for: its mistakes count.</summary>
    private QuestionState Tried(QuestionState question, AskedToMark asked)
    {
        var tried = Marked(question, asked.At);
        var mark = tried.LastTry!.Mark;
        _mistakes += asked.OneLife ? Math.Min(1, mark.Mistakes) : mark.Mistakes;
        _streak = _streak.After(mark.Verdict == Verdict.Right);
        return tried with { Mistakes = tried.Mistakes + mark.Mistakes };
    }

    /// <summary>A wrong step is a mistake. When all is right, it is the question's try.</summary>
    private QuestionState Step(QuestionState question, Stepped stepped)
    {
        var family = QuestionTypes.For(question.Question);
        var response = WithKept(question, stepped.Response);
        var mark = family.Mark(question.Question, response, _culture);
        var (right, standing) = family.AfterStep(question.Question, response, mark, stepped.Part);
        var mistakes = right ? 0 : 1;
        _mistakes += mistakes;
        var after = question with
        {
            Response = standing,
            StepMark = mark,
            Mistakes = question.Mistakes + mistakes,
            Kept =
                family.StepsOf(question.Question) == Steps.MarkedAndKept ? family.Kept(question.Question, response, mark) : question.Kept,
        };
        if (mark.Verdict != Verdict.Right)
        {
            _streak = mistakes > 0 ? _streak.After(false) : _streak;
            return after;
        }

        _streak = _streak.After(true);
        return Marked(after, stepped.At);
    }

    /// <summary>A vote is given once and never marked.</summary>
    private QuestionState Vote(QuestionState question, Voted voted)
    {
        var mark = voted.Response is { } vote
            ? QuestionTypes.For(question.Question).Mark(question.Question, vote, _culture)
            : new QuestionMark(Verdict.Ungraded, 0, Reason.Of("votedAnonymously"), []);
        return question with
        {
            Response = voted.Response,
            Tries = [new Try(1, voted.Response, mark, 0, 0, 0, voted.At)],
            ShowsLastTry = true,
            Closed = true,
        };
    }

    private QuestionState Again(QuestionState question, ValueList<PartOrder>? orders)
    {
        var family = QuestionTypes.For(question.Question);
        return question with
        {
            Response = question.LastTry?.Response is { } given ? family.Draft(question.Question, given) : null,
            StepMark = null,
            ShowsLastTry = false,
            Orders = orders ?? Handout.OrdersOf(_activity, question.Spot.Id, question.Question, start.Seed, question.Tries.Count + 1),
            Kept =
                _rules.KeepsRight && question.LastTry is { Response: { } last, Mark: var mark }
                    ? family.Kept(question.Question, last, mark)
                    : null,
        };
    }

    private QuestionState Marked(QuestionState question, DateTimeOffset at)
    {
        var number = question.Tries.Count + 1;
        var mark = QuestionTypes.For(question.Question).Mark(question.Question, question.Response, _culture);
        if (question.StepMark is not null && mark.Parts.Count > 0)
        {
            // Where each step is marked, the penalty is for the mistakes on the way; what stands wrong in the end is only not gained.
            mark = mark with
            {
                Share = Fraction.Clamp(
                    mark.Share - ((Fraction)Math.Max(0, question.Question.Penalty) * question.Mistakes / mark.Parts.Count),
                    0,
                    1
                ),
            };
        }

        var inThisGo = number - question.TriesBefore;
        var tryCost = _rules.CostOfTry(inThisGo);
        var hintCost = question.HintSeen ? Math.Clamp(_rules.HintCost, 0, 1) : 0;
        var points =
            _rules.GoesBelowZero && mark.Below < 0
                ? question.OutOf * mark.Below
                : question.OutOf * mark.Share * Math.Max(0, 1 - tryCost - hintCost);
        return question with
        {
            Tries = question.Tries.Add(new Try(number, question.Response, mark, points, tryCost, hintCost, at)),
            StepMark = null,
            ShowsLastTry = true,
            Closed = question.AnswerSeen || mark.Verdict == Verdict.Right || inThisGo >= TriesOf(question),
        };
    }

    /// <summary>How often a question may be marked, as its stop says, else the whole.</summary>
    private int? TriesOf(QuestionState question) =>
        _activity.Trail is { } trail && _activity.StopOf(start.Index.SceneWith(question.Spot.Id)) is { } stop
            ? trail.RulesIn(_rules, stop).Tries
            : _rules.Tries;

    /// <summary>Lives end it; but what was done before another key came is not cut off by that key.</summary>
    private void EndWithLives(DateTimeOffset at)
    {
        if (_rules.Lives is { } lives && _mistakes >= lives && !(at < start.KeySince))
        {
            End(Ending.Lives, at);
        }
    }

    /// <summary>Everything that clocks have ended before this moment.</summary>
    private void LetTimeRunOut(DateTimeOffset at)
    {
        while (_handedInAt is null && State(at) is var state && Timekeeping.IsOut(state, at))
        {
            var end = state.RunsOutAt!.Value;
            if (_rules.Clock!.For == ClockFor.Whole)
            {
                End(Ending.Time, end);
                return;
            }

            // What is still open in the item is lost; what was answered in it counts. One life is lost, and the next item comes.
            foreach (var id in state.Step!.SpotIds.Where(id => QuestionOf(id) is { IsOpen: true }))
            {
                Change(id, question => Settled(question, end) with { TimedOut = true });
            }

            _mistakes++;
            _streak = _streak.After(false);
            var next = state.StepNumber + 1;
            EndWithLives(end);
            if (_handedInAt is null && next < start.Steps.Count)
            {
                Visit(start.Steps[next].Id, end + Timekeeping.Forgiven);
            }
            else if (_handedInAt is null)
            {
                End(Ending.Finished, end);
            }
        }
    }

    private void End(Ending by, DateTimeOffset at)
    {
        (_handedInAt, _endedBy) = (at, by);
        if (start.Steps.Count > 1)
        {
            // What is read afterwards is read from the beginning.
            _way = [start.Steps[0].Id];
            _visited.Add(start.Steps[0].Id);
        }

        for (var place = 0; place < _questions.Length; place++)
        {
            _questions[place] = Settled(_questions[place], at);
            _touched.Add(place);
        }
    }

    /// <summary>A question that is closed from outside: an answer that was given and not marked counts as a try.</summary>
    private QuestionState Settled(QuestionState question, DateTimeOffset at)
    {
        var open = !question.Closed && !question.ShowsLastTry && question.Response is not null;
        var settled = (open ? Marked(question, at) : question) with { Closed = true, ShowsLastTry = true };
        return !open && question.Tries.Count > 0 ? settled with { Response = question.LastTry!.Response } : settled;
    }
}
