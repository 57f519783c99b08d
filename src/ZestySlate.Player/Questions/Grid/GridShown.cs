using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Grid;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.Grid;

internal sealed class GridShown : IFamilyShown
{
    public string Family => "grid";

    public Type Parts => typeof(GridParts);

    /// <summary>Fields: part-ID.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) => new GridResponse { Parts = PartFields.Read(fields) };
}
