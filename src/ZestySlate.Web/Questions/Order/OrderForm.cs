using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Order;

namespace ZestySlate.Web.Questions.Order;

/// <summary>Order in forms.</summary>
internal sealed class OrderForm : IQuestionForm
{
    public Type DefinitionType => typeof(OrderQuestion);

    public Type Editor => typeof(OrderEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("order", "Order", "what comes first", "arrow-down-1-0", "sequence steps timeline rank sort", () =>
            new OrderQuestion { Items = [.. Enumerable.Range(0, 3).Select(_ => new OrderItem { Id = Ids.New() })] }
        ),
    ];

    /// <summary>Fields: item (the ids, in order); those of each face; words-ID; credit.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (OrderQuestion)old;
        return question with
        {
            Items = Rows.Read(form, "item", 2)
                .Select(id => question.ItemOf(id) ?? new OrderItem { Id = id })
                .Select(item =>
                    item with
                    {
                        Face = FaceFields.Read(form, item.Id, item.Id, item.Face),
                        Feedback = form.ContainsKey("words-" + item.Id) ? form["words-" + item.Id].ToString().Trim() : item.Feedback,
                        Weight = WeightField.Read(form, item.Id, item.Weight),
                    }
                )
                .ToValueList(),
            Credit = Named.TryRead<OrderCredit>(form["credit"], out var credit) ? credit : question.Credit,
        };
    }
}
