using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Panoramas;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Backdrops.Panoramas;

internal sealed class PanoramaForm : IBackdropForm
{
    public Type BackdropType => typeof(PanoramaBackdrop);

    public Type Details => typeof(PanoramaDetails);

    public Type Beginning => typeof(PanoramaBeginning);

    public Outcome<Edit>? Read(string edit, IFormCollection form, Scene scene) =>
        (edit, scene.Backdrop) switch
        {
            ("opening", { IsSphere: true } round) => new SetBackdrop(
                scene.Id,
                round.OpeningTo(new Direction(EditForms.Number(form["yaw"]), EditForms.Number(form["pitch"])))
            ),
            ("asPanorama", { Shown: { } flat }) => new SetBackdrop(scene.Id, new PanoramaBackdrop(flat)),
            _ => default(Outcome<Edit>?),
        };
}
