using Microsoft.Extensions.Caching.Memory;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.PlainBoards;
using ZestySlate.Core.Delivery;
using ZestySlate.Formats.Starts;
using ZestySlate.Player;
using ZestySlate.Storage.Handed;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Starts;

/// <summary>Starts that are tried before anything is begun: with what somebody typed, else with an example. Kept in memory only.</summary>
public sealed class StartExamples(Trials trials, IMemoryCache cache, Installation installation)
{
    private static readonly TimeSpan Lasts = TimeSpan.FromHours(4);

    /// <summary>Where events of an example go.</summary>
    public static void Map(IEndpointRouteBuilder routes) =>
        routes.MapPost("/new/{start}/events", TakeAsync).RequireAuthorization(Rights.Teacher);

    /// <summary>What a trial of a start is kept under.</summary>
    public static string TrialOf(string start) => "start-" + start;

    /// <summary>Makes the example anew of what was typed, and begins its trial; or says what is wrong with what was typed.</summary>
    public string? Make(Start start, string person, string typed)
    {
        var made = Made(start, string.IsNullOrWhiteSpace(typed) ? start.Sample : typed);
        if (!made.Succeeded)
        {
            return made.Refusal;
        }

        Keep(start, person, made.Value);
        return null;
    }

    /// <summary>What is wrong with what was typed; null when it can be made. The example stays as it is.</summary>
    public string? Refuse(Start start, string typed) => Made(start, typed).Refusal;

    /// <summary>The example of somebody: the one that was made last, else that of the start.</summary>
    public Activity Of(Start start, string person) => cache.Get<Activity>(KeyOf(start, person)) ?? Keep(start, person, Sample(start));

    /// <summary>What a start makes of its own sample.</summary>
    public Activity Sample(Start start) => Made(start, start.Sample).Value;

    /// <summary>How the page of an example speaks with the server.</summary>
    public static PlayLinks LinksOf(HttpContext context, string start) =>
        new($"{context.Request.PathBase}/new/{start}/events", "trial", LearningEndpoints.Proof(context), null)
        {
            IsTrial = true,
            Base = context.Request.PathBase,
            OwnHost = context.Request.Host.Value ?? "",
        };

    private Activity Keep(Start start, string person, Activity document)
    {
        trials.Begin(TrialOf(start.Id), person, document, null, null, AsIf.Nothing);
        return cache.Set(KeyOf(start, person), document, Lasts);
    }

    /// <summary>Without the picture that will come, it stands on a plain board.</summary>
    private Outcome<Activity> Made(Start start, string text) =>
        StartMaker.Make(start, start.Title, installation.Set.Language, text, start.TakesPicture ? new PlainBoardBackdrop() : null);

    private static (string, string) KeyOf(Start start, string person) => (TrialOf(start.Id), person);

    private static async Task<IResult> TakeAsync(
        string start,
        HttpContext context,
        StartCatalogue starts,
        StartExamples examples,
        Trials trials,
        HandedFiles handed,
        TimeProvider clock
    )
    {
        if (starts.Of(start) is not { } known)
        {
            return Results.NotFound();
        }

        var (me, trial) = (context.User.Id(), TrialOf(start));
        var files = (handed, Trials.FilesKey(trial, me));
        return await trials.TakeAsync(context, trial, examples.Of(known, me), LinksOf(context, start), files, clock);
    }
}
