using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.Order;

internal sealed class OrderShown : IFamilyShown
{
    public string Family => "order";

    public Type Parts => typeof(OrderParts);

    /// <summary>Fields: order (ids); move.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) =>
        new OrderResponse { Order = PartFields.Arranged(fields, "order") };
}
