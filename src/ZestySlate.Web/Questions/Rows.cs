using ZestySlate.Core;

namespace ZestySlate.Web.Questions;

/// <summary>Rows of a form that are added, removed and moved: the ids in their order, after the press.</summary>
internal static class Rows
{
    /// <summary>The id of a row that is not there yet.</summary>
    public const string New = "new-row";

    /// <summary>
    /// The ids of the rows named so, in order. The presses are remove-NAME=ID, up-NAME=ID and down-NAME=ID; a row that
    /// was added has an id that is not known yet.
    /// </summary>
    public static ValueList<string> Read(IFormCollection form, string name, int atLeast = 0)
    {
        var ids = form[name].Where(id => !string.IsNullOrEmpty(id)).Select(id => id!).ToValueList();
        if (form[$"remove-{name}"].ToString() is { Length: > 0 } gone && ids.Count > atLeast)
        {
            ids = ids.RemoveAll(id => id == gone);
        }

        foreach (var (press, step) in new[] { ("up", -1), ("down", 1) })
        {
            var moved = form[$"{press}-{name}"].ToString();
            if (ids.IndexOf(id => id == moved) is >= 0 and var at)
            {
                ids = ids.RemoveAll(id => id == moved).Insert(at + step, moved);
            }
        }

        return ids;
    }

    /// <summary>The lines of a field, trimmed, without empty ones.</summary>
    public static ValueList<string> Lines(string? text) =>
        (text ?? "").Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).ToValueList();
}
