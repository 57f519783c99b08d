using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.WebPanels;
using ZestySlate.Core.Editing;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Contents.WebPanels;

internal sealed class WebPanelForm : IContentForm
{
    public Type ContentType => typeof(WebPanel);

    public IReadOnlyList<NewContent> Offers { get; } =
    [
        new("webPanel", "Web panel", "a page in a panel", "panels-top-left", "embed website frame simulation", _ => new WebPanel(
            "",
            640,
            480
        )),
    ];

    public Type Editor => typeof(WebPanelEditor);

    public Outcome<Edit>? Read(string edit, IFormCollection form, Spot spot, Activity activity) =>
        edit == "webPanel" && spot.Content is WebPanel old ? new SetContent(spot.Id, Read(form, old)) : default(Outcome<Edit>?);

    private static WebPanel Read(IFormCollection form, WebPanel old) =>
        old with
        {
            Address = WebAddress.Completed(form["address"].ToString()),
            Title = form["title"].ToString().Trim(),
            Width = EditForms.Whole(form["width"], 640, 200, 1600),
            Height = EditForms.Whole(form["height"], 480, 150, 1200),
            Refuses = form["refuses"] == "yes",
        };
}
