using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Editing;

/// <summary>Brings back an earlier version as a new state: what was built since stays among the versions, and undo takes it back.</summary>
/// <param name="Document">The version.</param>
/// <param name="Called">What it is called, as “edition 3”.</param>
public sealed record Restore(Activity Document, string Called) : Edit
{
    public override string SummaryOn(Activity activity) => AuthorWords.Say("editBroughtBack", Called);

    public override Outcome<Activity> Apply(Activity activity) => Document;
}
