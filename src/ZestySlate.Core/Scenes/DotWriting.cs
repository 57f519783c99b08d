using System.Globalization;
using System.Text;
using ZestySlate.Core.Activities;

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

        foreach (var (scene, spot) in activity.Scenes.SelectMany(scene => scene.Spots.Select(spot => (scene, spot))))
        {
            // A choice that leads nowhere leads back to its decision.
            var choice = spot.Content.Consequence is not null;
            var goals =
                choice && spot.Content.Goal is not { Length: > 0 }
                    ? [scene.Id]
                    : spot.Goals.Where(goal => activity.SceneOf(goal) is not null);
            foreach (var goal in goals)
            {
                text.Append(
                    CultureInfo.InvariantCulture,
                    $"  {Quoted(scene.Id)} -> {Quoted(goal)}{(choice ? $" [label={Quoted(activity.NameOf(spot))}]" : "")};\n"
                );
            }
        }

        return text.Append("}\n").ToString();
    }

    private static string Quoted(string text) => $"\"{text.ReplaceLineEndings(" ").Replace("\\", @"\\").Replace("\"", "\\\"")}\"";
}
