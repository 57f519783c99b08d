using System.Text;
using Microsoft.AspNetCore.Http.HttpResults;
using ZestySlate.Core.Scenes;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Authoring;

/// <summary>The map of an activity's scenes.</summary>
internal static class MapEndpoints
{
    public static void MapMap(this RouteGroupBuilder group)
    {
        group.MapGet("/map", async (string activity, string? chosen, int? many, ActivityStore store) =>
            new RazorComponentResult<SceneMapView>(
                new Dictionary<string, object?>
                {
                    [nameof(SceneMapView.Activity)] = (await store.DraftAsync(activity))!.Document,
                    [nameof(SceneMapView.Chosen)] = Ids(chosen),
                    [nameof(SceneMapView.Many)] = many ?? 0,
                }
            )
        );
        group.MapGet("/map/chosen", async (string activity, string? chosen, int? many, ActivityStore store) =>
            new RazorComponentResult<MapChosen>(
                new Dictionary<string, object?>
                {
                    [nameof(MapChosen.Activity)] = (await store.DraftAsync(activity))!.Document,
                    [nameof(MapChosen.Chosen)] = Ids(chosen),
                    [nameof(MapChosen.Many)] = many ?? 0,
                }
            )
        );
        group.MapGet("/map.dot", async (string activity, ActivityStore store) =>
            Results.File(
                Encoding.UTF8.GetBytes(DotWriting.Write((await store.DraftAsync(activity))!.Document)),
                "text/vnd.graphviz; charset=utf-8",
                "map.dot"
            )
        );
    }

    private static string[] Ids(string? chosen) => (chosen ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries);
}
