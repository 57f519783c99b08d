using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Links;
using ZestySlate.Core.Editing;

namespace ZestySlate.Web.Contents.Links;

internal sealed class LinkForm : IContentForm
{
    public Type ContentType => typeof(Link);

    public IReadOnlyList<NewContent> Offers { get; } =
    [new("link", "Link", "to a page elsewhere", "external-link", "address url website", _ => new Link("")) { OnPages = true }];

    public Type Editor => typeof(LinkEditor);

    public Outcome<Edit>? Read(string edit, IFormCollection form, Spot spot, Activity activity) =>
        edit == "link" && spot.Content is Link
            ? new SetContent(
                spot.Id,
                new Link(WebAddress.Completed(form["address"].ToString())) { Words = form["words"].ToString().Trim() }
            )
            : default(Outcome<Edit>?);
}
