using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.GapText;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.GapText;

internal sealed class GapTextShown : IFamilyShown
{
    public string Family => "gapText";

    public Type Parts => typeof(GapTextParts);

    /// <summary>Fields: part-ID.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) => new GapTextResponse { Parts = PartFields.Read(fields) };
}
