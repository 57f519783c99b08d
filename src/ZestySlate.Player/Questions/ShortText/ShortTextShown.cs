using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.ShortText;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.ShortText;

internal sealed class ShortTextShown : IFamilyShown
{
    public string Family => "shortText";

    public Type Parts => typeof(ShortTextParts);

    /// <summary>Field: text.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) => new ShortTextResponse { Text = fields["text"] };
}
