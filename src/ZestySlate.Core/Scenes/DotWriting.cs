using System.Globalization;
using System.Text;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Stories;

namespace ZestySlate.Core.Scenes;

/// <summary>
/// The scenes of an activity and the ways between them as a graph in the DOT language (Graphviz, "The DOT Language"): a scene is a node
/// with its title as label, a choice an edge with its words, an ending has a double border.
/// </summary>
public static class DotWriting
{
    /// <summary>The graph.</summary>
    public static string Write(Activity activity)
    {
        var text = new StringBuilder("digraph ").Append(Quoted(activity.Title)).Append(" {\n  rankdir=LR;\n  node [shape=box];\n");
        foreach (var scene in activity.Scenes)
        {
            var ends = scene.Ending is null ? "" : ", peripheries=2";
            text.Append(CultureInfo.InvariantCulture, $"  {Quoted(scene.Id)} [label={Quoted(activity.TitleOf(scene))}{ends}];\n");
        }

        foreach (var scene in activity.Scenes)
        {
            // A choice that leads nowhere leads back to its decision.
            var decided = DecidingWay
                .In(activity, scene)
                .Select(way => (To: way.To.Length > 0 ? way.To : scene.Id, Label: $" [label={Quoted(way.Words)}]"));
            var others = scene
                .Spots.Where(spot => spot.Content.Consequence is null && !spot.IsLeading)
                .SelectMany(spot => spot.Goals.Where(goal => activity.SceneOf(goal) is not null))
                .Select(goal => (To: goal, Label: ""));
            foreach (var (to, label) in decided.Concat(others))
            {
                text.Append(CultureInfo.InvariantCulture, $"  {Quoted(scene.Id)} -> {Quoted(to)}{label};\n");
            }
        }

        return text.Append("}\n").ToString();
    }

    private static string Quoted(string text) => $"\"{text.ReplaceLineEndings(" ").Replace("\\", @"\\").Replace("\"", "\\\"")}\"";
}
