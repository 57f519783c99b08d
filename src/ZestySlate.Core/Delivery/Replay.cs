using ZestySlate.Core.Activities;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;

namespace ZestySlate.Core.Delivery;

/// <summary>Computes the state of an attempt from its editions and events: a pure function, the same result every time.</summary>
public static class Replay
{
    /// <summary>The state after all events. The first event says how the attempt began.</summary>
    /// <exception cref="ArgumentException">The list is empty or does not begin with <see cref="Began"/>: a bug of the caller.</exception>
    public static AttemptState Run(Func<int, Activity> editions, IReadOnlyList<AttemptEvent> events)
    {
        if (events.Count == 0 || events[0] is not Began began)
        {
            throw new ArgumentException("An attempt begins with the event that says so.", nameof(events));
        }

        var activity = editions(began.Edition);
        var edition = began.Edition;
        foreach (var took in events.OfType<TookWording>())
        {
            activity = EditionMerge.WithWording(activity, editions(took.Edition));
            edition = took.Edition;
        }

        var fold = new Fold(Begun(activity, edition, began));
        foreach (var happened in events.Skip(1))
        {
            fold.Take(happened);
        }

        return fold.State(events[^1].At);
    }

    /// <summary>The state after one event more: the same as running them all again, except for new wording, which needs just that.</summary>
    /// <exception cref="ArgumentException">The event changes the activity itself: a bug of the caller.</exception>
    public static AttemptState After(AttemptState state, AttemptEvent happened)
    {
        if (happened is Began or TookWording)
        {
            throw new ArgumentException("This event changes the activity; run all events again.", nameof(happened));
        }

        var fold = new Fold(state);
        fold.Take(happened);
        return fold.State(happened.At);
    }

    private static AttemptState Begun(Activity activity, int edition, Began began) => new()
    {
        Activity = activity,
        Edition = edition,
        Seed = began.Seed,
        BeganAt = began.At,
        OpenedSpots = new HashSet<string>(),
        Annotations = new Dictionary<string, string>(),
        Way = [activity.Scenes.Count > 0 ? activity.Scenes[0].Id : ""],
        VisitedScenes = new HashSet<string>(activity.Scenes.Take(1).Select(scene => scene.Id)),
        OpenLocks = new HashSet<string>(),
        WrongCodes = new Dictionary<string, CodeTries>(),
        Questions = activity.Asked.Select(asked => new QuestionState
        {
            Spot = asked.Spot,
            Question = asked.Question,
            OutOf = QuestionTypes.For(asked.Question).OutOf(asked.Question),
        }).ToValueList(),
    };

    private sealed class Fold(AttemptState state)
    {
        private readonly Dictionary<string, QuestionState> _questions = state.Questions.ToDictionary(question => question.Spot.Id);
        private readonly HashSet<string> _opened = [.. state.OpenedSpots];
        private readonly Dictionary<string, string> _annotations = new(state.Annotations);
        private readonly HashSet<string> _visited = [.. state.VisitedScenes];
        private readonly HashSet<string> _openLocks = [.. state.OpenLocks];
        private readonly Dictionary<string, CodeTries> _wrongCodes = new(state.WrongCodes);
        private readonly List<(string Id, Activities.Lock Lock)> _locks = [.. state.Activity.Locks];
        private ValueList<string> _findings = state.Findings;
        private ValueList<string> _way = state.Way;
        private DateTimeOffset? _handedInAt = state.HandedInAt;

        internal void Take(AttemptEvent happened)
        {
            switch (happened)
            {
                case Visited visited:
                    Visit(visited.SceneId);
                    break;
                case Opened opened:
                    if (_opened.Add(opened.SpotId) && state.Activity.SpotOf(opened.SpotId) is { Content: Note { IsClue: true } })
                    {
                        _findings = _findings.Add(opened.SpotId);
                    }

                    break;
                case TriedCode tried:
                    TryCode(tried);
                    break;
                case Annotated annotated:
                    _annotations[annotated.SpotId] = annotated.Text;
                    break;
                case Answered answered:
                    Change(answered.SpotId, question => question with { Response = answered.Response, ShowsLastTry = false });
                    break;
                case AskedToMark asked:
                    Change(asked.SpotId, question => Marked(question with { Response = asked.Response }, asked.At));
                    break;
                case AnotherGo again:
                    Change(again.SpotId, question => question with { Response = null, ShowsLastTry = false });
                    break;
                case AskedForHint hint:
                    Change(hint.SpotId, question => question with { HintSeen = true });
                    break;
                case SawAnswer saw:
                    Change(saw.SpotId, question => question with { AnswerSeen = true, Closed = true, ShowsLastTry = question.Tries.Count > 0, Response = question.LastTry?.Response });
                    break;
                case HandedIn handedIn:
                    HandIn(handedIn.At);
                    break;
            }

            foreach (var (id, closed) in _locks)
            {
                if (!_openLocks.Contains(id) && Locks.OpensBy(closed.Key, _questions, _opened, Points))
                {
                    _openLocks.Add(id);
                }
            }
        }

        internal AttemptState State(DateTimeOffset lastAt) => state with
        {
            LastAt = lastAt,
            HandedInAt = _handedInAt,
            OpenedSpots = _opened,
            Findings = _findings,
            Annotations = _annotations,
            Way = _way,
            VisitedScenes = _visited,
            OpenLocks = _openLocks,
            WrongCodes = _wrongCodes,
            Questions = state.Questions.Select(question => _questions[question.Spot.Id]).ToValueList(),
        };

        private decimal Points() => _questions.Values.Sum(question => question.Points(state.Activity.Rules.Counts));

        /// <summary>Going to the scene before is going back; everything else lengthens the way.</summary>
        private void Visit(string sceneId)
        {
            if (_way[_way.Count - 1] == sceneId || state.Activity.SceneOf(sceneId) is null)
            {
                return;
            }

            _way = _way.Count > 1 && _way[_way.Count - 2] == sceneId ? _way.Take(_way.Count - 1).ToValueList() : _way.Add(sceneId);
            _visited.Add(sceneId);
        }

        private void TryCode(TriedCode tried)
        {
            if (state.Activity.LockOf(tried.LockId)?.Key is not TypedKey key || _openLocks.Contains(tried.LockId))
            {
                return;
            }

            if (Locks.Fits(key, tried.Typed, Score.CultureOf(state.Activity.Language)))
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
            if (_questions.TryGetValue(spotId, out var question))
            {
                _questions[spotId] = change(question);
            }
        }

        private QuestionState Marked(QuestionState question, DateTimeOffset at)
        {
            var rules = state.Activity.Rules;
            var number = question.Tries.Count + 1;
            var mark = QuestionTypes.For(question.Question).Mark(question.Question, question.Response);
            var tryCost = rules.CostOfTry(number);
            var hintCost = question.HintSeen ? Math.Clamp(rules.HintCost, 0, 1) : 0;
            var points = question.OutOf * mark.Share * Math.Max(0, 1 - tryCost - hintCost);
            var costs = string.Join(", ", new[]
            {
                tryCost > 0 ? $"try {number} costs {tryCost:0.##%}" : "",
                hintCost > 0 ? $"the hint costs {hintCost:0.##%}" : "",
            }.Where(words => words.Length > 0));
            return question with
            {
                Tries = question.Tries.Add(new Try(number, question.Response, mark, points, costs, at)),
                ShowsLastTry = true,
                Closed = question.AnswerSeen || mark.Verdict == Verdict.Right || number >= rules.Tries,
            };
        }

        private void HandIn(DateTimeOffset at)
        {
            _handedInAt ??= at;
            foreach (var (spotId, question) in _questions.ToList())
            {
                var open = !question.Closed && !question.ShowsLastTry && question.Response is not null;
                _questions[spotId] = (open ? Marked(question, at) : question) with { Closed = true, ShowsLastTry = true };
                if (!open && question.Tries.Count > 0)
                {
                    Change(spotId, q => q with { Response = q.LastTry!.Response });
                }
            }
        }
    }
}
