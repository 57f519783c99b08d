using ZestySlate.Core;
using ZestySlate.Core.Questions;

namespace ZestySlate.Web.Questions;

/// <summary>Learners' fields of which each belongs to a part: part-ID.</summary>
internal static class PartFields
{
    private const string Name = "part-";

    /// <summary>What was given for each part; parts with nothing are left out.</summary>
    public static ValueList<PartAnswer> Read(IFormCollection form) => form.Where(field => field.Key.StartsWith(Name, StringComparison.Ordinal))
        .SelectMany(field => field.Value.Where(value => !string.IsNullOrWhiteSpace(value)).Select(value => new PartAnswer(field.Key[Name.Length..], value!)))
        .ToValueList();

    /// <summary>Ids in a row, after the press «move» (ID and steps), which works without scripts.</summary>
    public static ValueList<string> Arranged(IFormCollection form, string field)
    {
        var ids = form[field].Where(id => !string.IsNullOrEmpty(id)).Select(id => id!).ToValueList();
        return form["move"].ToString().Split(' ') is [var id, var steps] && int.TryParse(steps, out var by) && ids.IndexOf(other => other == id) is >= 0 and var at
            ? ids.RemoveAll(other => other == id).Insert(at + by, id)
            : ids;
    }
}
