using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Backdrops.Pictures;

namespace ZestySlate.Player.Backdrops.Pictures;

internal sealed class PictureShown : IBackdropShown
{
    public Type BackdropType => typeof(PictureBackdrop);

    public string Name => "picture";

    public Type Ground => typeof(PictureGround);

    public StageBox BoxOf(Backdrop backdrop)
    {
        var (fit, picture, hand) = backdrop is PictureBackdrop flat ? (flat.Fit, flat.Picture, flat.Hand) : default;
        if (picture is not { Height: > 0 })
        {
            return StageBox.Whole;
        }

        var own = (double)picture.Width / picture.Height / backdrop.Ratio;
        var (width, height) = fit switch
        {
            Fit.Filled => own > 1 ? (own, 1.0) : (1.0, 1 / own),
            Fit.Hand => (hand.Width, hand.Width / own),
            _ => (1.0, 1.0),
        };
        var (x, y) = fit == Fit.Hand ? (hand.X, hand.Y) : (0.5, 0.5);
        return new StageBox(x - (width / 2), y - (height / 2), width, height);
    }
}
