using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Activities;

/// <summary>What sort of thing an activity is, as one looks for it in a library; told by how it is built.</summary>
public enum ActivityKind
{
    /// <summary>One picture with spots.</summary>
    Picture,

    /// <summary>One panorama with spots.</summary>
    Panorama,

    /// <summary>One video with what stops it and stands in it.</summary>
    Video,

    /// <summary>Several pictures, panoramas or videos that one goes through by jumps.</summary>
    Tour,

    /// <summary>As a tour, with locks to open.</summary>
    LockedRooms,

    /// <summary>Pages with questions.</summary>
    Questions,

    /// <summary>Pages that are read.</summary>
    Pages,

    /// <summary>A web page of somebody else's.</summary>
    WebPage,
}

/// <summary>Tells the kind of an activity.</summary>
public static class ActivityKinds
{
    /// <summary>The kind of this activity.</summary>
    public static ActivityKind Of(Activity activity)
    {
        var looked = activity.Scenes.Count(scene =>
            scene.Backdrop.Alone is ActivityKind.Picture or ActivityKind.Panorama or ActivityKind.Video
        );
        return looked == 0 && activity.Scenes.All(scene => scene.Backdrop.Alone == ActivityKind.WebPage) ? ActivityKind.WebPage
            : looked > 0 && activity.Locks.Any() ? ActivityKind.LockedRooms
            : looked > 1 && activity.Flow.Way == Way.Free ? ActivityKind.Tour
            : looked == 1 && activity.Scenes.Count == 1 ? activity.Scenes[0].Backdrop.Alone
            : activity.Asked.Any() ? ActivityKind.Questions
            : looked > 0 ? ActivityKind.Tour
            : ActivityKind.Pages;
    }

    /// <summary>The kind's name on screen.</summary>
    public static string Name(ActivityKind kind) => AuthorWords.Say("activityKind" + kind);
}
