using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Locating;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.Locating;

internal sealed class LocatingShown : IFamilyShown
{
    public string Family => "locating";

    public Type Parts => typeof(LocatingParts);

    /// <summary>Fields: part-ID.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) => new LocatingResponse { Parts = PartFields.Read(fields) };
}
