using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Number;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.Number;

internal sealed class NumberShown : IFamilyShown
{
    public string Family => "number";

    public Type Parts => typeof(NumberParts);

    /// <summary>Field: text.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) => new NumberResponse { Text = fields["text"] };
}
