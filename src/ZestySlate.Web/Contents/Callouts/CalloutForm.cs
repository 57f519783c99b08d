using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Editing;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Media;

namespace ZestySlate.Web.Contents.Callouts;

internal sealed class CalloutForm : IContentForm
{
    public Type ContentType => typeof(Callout);

    public IReadOnlyList<NewContent> Offers { get; } =
    [
        new("callout", "Callout", "a word at a place", "tag", "label name caption tag hotspot vocabulary spoken", _ => new Callout(""))
        {
            IsCommon = true,
        },
    ];

    public Type Editor => typeof(CalloutEditor);

    public IReadOnlyList<MediaPurpose> Files { get; } =
    [
        new("calloutSound", MediaKind.Sound, use =>
            use.Spot is { Content: Callout callout } spot ? new SetContent(spot.Id, callout with { Sound = use.Sound }) : null
        ),
    ];

    public Outcome<Edit>? Read(string edit, IFormCollection form, Spot spot, Activity activity) =>
        edit == "callout" && spot.Content is Callout old ? new SetContent(spot.Id, Read(form, old)) : default(Outcome<Edit>?);

    private static Callout Read(IFormCollection form, Callout old) =>
        new(form["text"].ToString()) { Sound = old.Sound is { } sound && form["remove"] != "sound" ? SoundForms.Read(form, sound) : null };
}
