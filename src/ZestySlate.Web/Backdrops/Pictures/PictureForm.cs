using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Editing;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Backdrops.Pictures;

internal sealed class PictureForm : IBackdropForm
{
    public Type BackdropType => typeof(PictureBackdrop);

    public Type Details => typeof(PictureDetails);

    public Type OnStage => typeof(PicturePlaced);

    public Type Beginning => typeof(PictureBeginning);

    public Outcome<Edit>? Read(string edit, IFormCollection form, Scene scene) =>
        (edit, scene.Backdrop) switch
        {
            ("fit", PictureBackdrop flat) => new SetBackdrop(scene.Id, ReadFit(form, flat)),
            ("asPicture", { Shown: { } picture }) => new SetBackdrop(scene.Id, new PictureBackdrop(picture)),
            _ => default(Outcome<Edit>?),
        };

    private static PictureBackdrop ReadFit(IFormCollection form, PictureBackdrop old) =>
        old with
        {
            Fit = Named.TryRead<Fit>(form["fit"], out var fit) ? fit : old.Fit,
            StageRatio = Or(form["stageRatio"], old.StageRatio, 0.3, 4),
            Hand = new HandPlace(
                Or(form["handX"], old.Hand.X, -2, 3),
                Or(form["handY"], old.Hand.Y, -2, 3),
                Or(form["handWidth"], old.Hand.Width, 0.1, 4)
            ),
        };

    private static double Or(string? typed, double old, double least, double most) =>
        EditForms.Number(typed) is var number && double.IsFinite(number) ? Math.Clamp(number, least, most) : old;
}
