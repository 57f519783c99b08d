using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.NumberLine;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.NumberLine;

internal sealed class NumberLineShown : IFamilyShown
{
    public string Family => "numberLine";

    public Type Parts => typeof(NumberLineParts);

    /// <summary>Field: text.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) => new NumberLineResponse { Text = fields["text"] };
}
