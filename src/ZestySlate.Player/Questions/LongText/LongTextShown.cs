using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.LongText;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.LongText;

internal sealed class LongTextShown : IFamilyShown
{
    public string Family => "longText";

    public Type Parts => typeof(LongTextParts);

    /// <summary>Field: text.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) =>
        new LongTextResponse { Text = fields["text"].ReplaceLineEndings("\n") };
}
