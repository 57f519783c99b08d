using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.Placing;

internal sealed class PlacingShown : IFamilyShown
{
    public string Family => "placing";

    public Type Parts => typeof(PlacingParts);

    /// <summary>Fields: part-ID.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) => new PlacingResponse { Parts = PartFields.Read(fields) };
}
