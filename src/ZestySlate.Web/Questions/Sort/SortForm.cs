using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Sort;

namespace ZestySlate.Web.Questions.Sort;

/// <summary>Sort in forms.</summary>
internal sealed class SortForm : IQuestionForm
{
    public Type DefinitionType => typeof(SortQuestion);

    public Type Editor => typeof(SortEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("sort", "Sort", "things into groups", "boxes", "categories classify table bins drag", () =>
            new SortQuestion
            {
                Groups = [.. Enumerable.Range(0, 2).Select(_ => new SortGroup { Id = Ids.New() })],
                Items = [.. Enumerable.Range(0, 2).Select(_ => new SortItem { Id = Ids.New() })],
            }
        ),
    ];

    /// <summary>Fields: group (the ids, in order), title-ID; item (the ids), in-ID (its first group), also-ID (the others), words-ID; those
    /// of each face; everyGroup; penalty.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (SortQuestion)old;
        var groups = Rows.Read(form, "group", 2)
            .Select(id => new SortGroup { Id = id, Title = form["title-" + id].ToString().Trim() })
            .ToValueList();
        var items = Rows.Read(form, "item", 1)
            .Select(id => question.Items.FirstOrDefault(item => item.Id == id) ?? new SortItem { Id = id })
            .Select(item =>
                item with
                {
                    Face = FaceFields.Read(form, item.Id, item.Id, item.Face),
                    Groups = form["in-" + item.Id]
                        .Concat(form["also-" + item.Id])
                        .Where(id => groups.Any(group => group.Id == id))
                        .Select(id => id!)
                        .Distinct()
                        .ToValueList(),
                    Feedback = form["words-" + item.Id].ToString().Trim(),
                    Weight = WeightField.Read(form, item.Id, item.Weight),
                }
            );
        return question with { Groups = groups, Items = items.ToValueList(), EveryGroup = form["everyGroup"] == "yes" };
    }
}
