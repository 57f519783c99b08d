using ZestySlate.Core;
using ZestySlate.Core.Wording;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Lti;

/// <summary>
/// Lets in who comes without a name (LTI 1.3 core, 5.3.6: a missing sub is the request of somebody anonymous): as a visitor,
/// where the activity is open to visitors, without a score.
/// </summary>
internal sealed class AnonymousLaunches(Visitors visitors, FrameSessions sessions, ActivityStore store)
{
    /// <summary>The address to go on at, or why there is none, as an entry of the words of pages.</summary>
    public async Task<Outcome<string>> BeginAsync(Launch launch, ActivityRecord activity)
    {
        if (
            activity.Visibility is Visibility.Private or Visibility.ClassOnly or Visibility.School
            || activity.VisitorsSay is VisitorsSay.Email or VisitorsSay.SignIn
        )
        {
            return Outcome<string>.Refused("ltiNobody");
        }

        var words = store.Edition(activity.Id, activity.NewestEdition).Words;
        var person = await visitors.NewAsync(VisitorsSay.Nothing, null, words.Else(Words.English.Language));
        return await sessions.BeginAsync(person.Id, launch.CourseSiteId, _ => { }) + $"/a/{activity.Id}";
    }
}
