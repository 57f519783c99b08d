using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.WebPages;
using ZestySlate.Core.Editing;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Backdrops.WebPages;

internal sealed class WebPageForm : IBackdropForm
{
    public Type BackdropType => typeof(WebPageBackdrop);

    /// <summary>A press goes to the page, not to the stage.</summary>
    public string? TipOf(Backdrop backdrop) => null;

    public Type Details => typeof(WebPageDetails);

    public Type Beginning => typeof(WebPageDetails);

    public Outcome<Edit>? Read(string edit, IFormCollection form, Scene scene) =>
        edit == "asPage" ? new SetBackdrop(scene.Id, Read(form, scene.Backdrop as WebPageBackdrop)) : default(Outcome<Edit>?);

    private static WebPageBackdrop Read(IFormCollection form, WebPageBackdrop? old) =>
        new(
            WebAddress.Completed(form["address"].ToString()),
            EditForms.Whole(form["width"], old?.Width ?? 1200, 200, 4000),
            EditForms.Whole(form["height"], old?.Height ?? 750, 150, 4000),
            form["resizes"] == "yes"
        )
        {
            Refuses = form["refuses"] == "yes",
        };
}
