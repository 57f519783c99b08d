using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.MultipleChoice;

internal sealed class MultipleChoiceShown : IFamilyShown
{
    public string Family => "multipleChoice";

    public Type Parts => typeof(MultipleChoiceParts);

    /// <summary>Fields: pick (ids), none.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) =>
        new MultipleChoiceResponse { Picked = fields.All("pick").Where(id => id.Length > 0).ToValueList(), None = fields["none"] == "yes" };
}
