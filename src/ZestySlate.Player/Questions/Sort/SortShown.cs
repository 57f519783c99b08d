using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Sort;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.Sort;

internal sealed class SortShown : IFamilyShown
{
    public string Family => "sort";

    public Type Parts => typeof(SortParts);

    /// <summary>Fields: part-ID.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) => new SortResponse { Parts = PartFields.Read(fields) };
}
