using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Delivery;

/// <summary>Where a learner's spot stands.</summary>
public enum AddedState
{
    /// <summary>Only its author and the teacher see it.</summary>
    Waits,

    /// <summary>The author's class sees it.</summary>
    Shown,

    /// <summary>A teacher took it out; its author sees that and why.</summary>
    Hidden,
}

/// <summary>A spot that a learner added to a scene, as another learner or its author may see it.</summary>
/// <param name="Id">Its id; never that of a spot of the activity.</param>
/// <param name="SceneId">The scene.</param>
/// <param name="X">Where, as a share of the backdrop's width, 0..1.</param>
/// <param name="Y">Where, as a share of the backdrop's height, 0..1.</param>
/// <param name="Title">What it is, plain.</param>
/// <param name="Text">What was found out, plain.</param>
/// <param name="By">Who wrote it.</param>
/// <param name="State">Where it stands.</param>
/// <param name="Comment">What the teacher said of it; empty for nothing.</param>
/// <param name="Mine">True for its author.</param>
public sealed record AddedSpot(
    string Id,
    string SceneId,
    double X,
    double Y,
    string Title,
    string Text,
    string By,
    AddedState State,
    string Comment,
    bool Mine
)
{
    /// <summary>The greatest lengths, in characters, and the most spots of one learner in one activity.</summary>
    public const int MostTitle = 80,
        MostText = 1000,
        MostSpots = 20;

    /// <summary>The spot as it stands on the stage.</summary>
    public SpotView View(Activity activity, Backdrop backdrop)
    {
        var note = new Note { Title = Title, Text = RichText.Plain(Text) };
        var spot = new Spot
        {
            Id = Id,
            Name = Title,
            Place = Place.At(backdrop, X, Y),
            Sign = new Sign { Symbol = Mine ? "pen-line" : "flag" },
            Content = note,
        };
        return new SpotView(Id, Title, SpotKind.Note, spot.Place, activity.Look.Of(spot), note, null, true, null) { Added = this };
    }

    /// <summary>What is to be said of it under its text: who wrote it, and to its author where it stands.</summary>
    public IEnumerable<string> Said(Words words)
    {
        yield return words.Say("spotBy", By);
        if (Mine && State != AddedState.Shown)
        {
            yield return words[State == AddedState.Waits ? "spotWaits" : "spotHidden"];
        }

        if (Mine && Comment.Length > 0)
        {
            yield return words.Say("spotTeacherSays", Comment);
        }
    }
}
