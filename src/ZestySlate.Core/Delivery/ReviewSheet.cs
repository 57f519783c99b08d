namespace ZestySlate.Core.Delivery;

/// <summary>
/// A work as its learner will read it once it is given back: scene by scene, each with its questions in the order in which they
/// came. What the reviewer has said is in it, given back or not.
/// </summary>
public sealed record ReviewSheet(ValueList<ReviewedScene> Scenes)
{
    /// <summary>The sheet of a state at a moment; a due date is taken as over, since the learner reads it then.</summary>
    public static ReviewSheet Of(AttemptState state, DateTimeOffset now)
    {
        var given = state with { ReturnedAt = state.ReturnedAt ?? now };
        return new(
            given
                .Questions.GroupBy(question => given.SceneWith(question.Spot.Id)!.Id)
                .Select(asked => new ReviewedScene(
                    SceneView.Of(given, given.Activity.SceneOf(asked.Key)!, now, null),
                    asked.Select(question => AskView.Of(given, question, now, null)).ToValueList()
                ))
                .ToValueList()
        );
    }

    /// <summary>A question of it; null when there is none such.</summary>
    public AskView? AskOf(string spotId) => Scenes.SelectMany(scene => scene.Asks).FirstOrDefault(ask => ask.SpotId == spotId);
}

/// <summary>What of a scene is reviewed.</summary>
/// <param name="Scene">The scene as the learner sees it.</param>
/// <param name="Asks">Its questions.</param>
public sealed record ReviewedScene(SceneView Scene, ValueList<AskView> Asks);
