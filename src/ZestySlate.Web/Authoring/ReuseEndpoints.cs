using Microsoft.AspNetCore.Http.HttpResults;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Storage.Activities;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Trails;

namespace ZestySlate.Web.Authoring;

/// <summary>The one picker for what exists already: activities, scenes, spots, questions; copied, linked, or put inside.</summary>
internal static class ReuseEndpoints
{
    public static void MapReuse(this IEndpointRouteBuilder group)
    {
        group.MapGet("/reuse", PickerAsync);
        group.MapPost("/reuse", TakeAsync);
        group.MapPost("/update", UpdateAsync);
    }

    private static async Task<IResult> PickerAsync(
        string activity,
        string? words,
        string? show,
        string? from,
        HttpContext context,
        ActivityStore store
    )
    {
        var found = await store.ReusableAsync(context.User.Id(), words ?? "");
        var chosen = from is { Length: > 0 } ? await store.ReusableDocumentAsync(from, context.User.Id()) : null;
        return new RazorComponentResult<ReusePicker>(
            new Dictionary<string, object?>
            {
                [nameof(ReusePicker.Found)] = found.Where(record => record.Id != activity).ToList(),
                [nameof(ReusePicker.Words)] = words ?? "",
                [nameof(ReusePicker.Show)] = show ?? "any",
                [nameof(ReusePicker.Chosen)] = chosen,
                [nameof(ReusePicker.Address)] = $"{context.Request.PathBase}{context.Request.Path}",
            }
        );
    }

    private static async Task<IResult> TakeAsync(string activity, HttpContext context, ActivityStore store)
    {
        var form = await context.Request.ReadFormAsync();
        var source = await store.ReusableDocumentAsync(form["from"].ToString(), context.User.Id());
        if (source is null)
        {
            return AuthoringEndpoints.Refused("This activity is not there any more, or it is not shared.");
        }

        var draft = (await store.DraftAsync(activity))!;
        return await AuthoringEndpoints.MakeAsync(context, store, activity, form, await EditAsync(form, draft, source, store));
    }

    private static async Task<Outcome<Edit>> EditAsync(IFormCollection form, Draft draft, ReusableActivity source, ActivityStore store)
    {
        var linked = form["how"] == "link";
        if (linked && source.Edition == 0)
        {
            return Outcome<Edit>.Refused(
                $"“{source.Document.Title}” is not published, so there is no edition to stay linked to. Take a copy, or publish it first."
            );
        }

        if (form["what"] == "inside")
        {
            if (source.Edition == 0)
            {
                return Outcome<Edit>.Refused(
                    $"“{source.Document.Title}” is not published yet, so learners could not open it. Publish it first."
                );
            }

            if (await store.ContainsAsync(source.Id, draft.Record.Id))
            {
                return Outcome<Edit>.Refused(
                    $"“{source.Document.Title}” has this activity inside itself; an activity cannot be inside itself."
                );
            }

            return
                draft.Document.SpotOf(form["spot"].ToString()) is { } slot
                && slot.Content.Holding(source.Id, source.Document.Title) is { } holding
                ? new SetContent(slot.Id, holding)
                : Outcome<Edit>.Refused("The spot is not in the activity any more.");
        }

        if (form["what"] == "stop")
        {
            return linked && await store.ContainsAsync(source.Id, draft.Record.Id)
                ? Outcome<Edit>.Refused(
                    $"“{source.Document.Title}” is made of this activity, directly or through others; linked, it would be inside itself. "
                        + "Take a copy."
                )
                : new TakeAsStop(Ids.New(), source.Document, linked ? new Origin(source.Id, source.Edition, "") : null);
        }

        var origin = form["item"].ToString();
        if (source.Document.SceneOf(origin) is { } scene)
        {
            var twin = Copies.Of(scene, Ids.New(), linked);
            return new AddScenes([linked ? twin with { Origin = new Origin(source.Id, source.Edition, scene.Id) } : twin]);
        }

        if (source.Document.SpotOf(origin) is { } original && draft.Document.SceneOf(form["at"].ToString()) is { } target)
        {
            var copy = Copies.Into(target, [original])[0] with { Lock = null };
            return new AddSpot(target.Id, linked ? copy with { Origin = new Origin(source.Id, source.Edition, original.Id) } : copy);
        }

        return Outcome<Edit>.Refused("This is not in that activity any more.");
    }

    private static async Task<IResult> UpdateAsync(string activity, HttpContext context, ActivityStore store, StopUpdates updates)
    {
        var form = await context.Request.ReadFormAsync();
        var id = form["item"].ToString();
        var document = (await store.DraftAsync(activity))!.Document;
        if (document.Trail?.StopOf(id) is { } stop)
        {
            var edit = await updates.EditAsync(activity, stop, context.User.Id());
            return await AuthoringEndpoints.MakeAsync(context, store, activity, form, edit);
        }

        if ((document.SpotOf(id)?.Origin ?? document.SceneOf(id)?.Origin) is not { } origin)
        {
            return AuthoringEndpoints.Refused("This is not linked any more.");
        }

        if (await store.ReusableDocumentAsync(origin.ActivityId, context.User.Id()) is not { Edition: > 0 } source)
        {
            return AuthoringEndpoints.Refused("What this is linked to is not there any more. End the link to keep it as a copy.");
        }

        var newest = store.Edition(source.Id, source.Edition);
        var (scene, spot) = (newest.SceneOf(origin.ItemId), newest.SpotOf(origin.ItemId));
        return scene is null && spot is null
            ? AuthoringEndpoints.Refused(
                $"Edition {source.Edition} of “{newest.Title}” does not have this any more. End the link to keep it as a copy."
            )
            : await AuthoringEndpoints.MakeAsync(context, store, activity, form, new TakeUpdate(id, scene, spot, source.Edition));
    }
}
