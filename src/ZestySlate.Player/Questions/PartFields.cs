using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions;

/// <summary>Learners' fields of which each belongs to a part: part-ID.</summary>
internal static class PartFields
{
    private const string Name = "part-";

    /// <summary>What was given for each part; parts with nothing are left out.</summary>
    public static ValueList<PartAnswer> Read(FormFields fields) =>
        fields
            .Where(field => field.Key.StartsWith(Name, StringComparison.Ordinal) && !string.IsNullOrWhiteSpace(field.Value))
            .Select(field => new PartAnswer(field.Key[Name.Length..], field.Value))
            .ToValueList();

    /// <summary>Ids in a row, after the press “move” (ID and steps), which works without scripts.</summary>
    public static ValueList<string> Arranged(FormFields fields, string field)
    {
        var ids = fields.All(field).Where(id => id.Length > 0).ToValueList();
        return
            fields["move"].Split(' ') is [var id, var steps]
            && int.TryParse(steps, out var by)
            && ids.IndexOf(other => other == id) is >= 0 and var at
            ? ids.RemoveAll(other => other == id).Insert(at + by, id)
            : ids;
    }
}
