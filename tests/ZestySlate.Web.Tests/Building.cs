using ZestySlate.Core.Activities;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Tests;

/// <summary>What tests do again and again that build an activity by the workbench's forms.</summary>
internal static class Building
{
    /// <summary>A worksheet of Ines' own, empty or with a list of questions; returns her client and its code.</summary>
    public static async Task<(HttpClient Ines, string Id)> BeginWorksheetAsync(this SlateHost host, string title, string list = "")
    {
        var ines = await host.TeacherAsync("ines");
        var reply = await ines.PostFormAsync(
            "/new",
            "/new?handler=Questions",
            ("recipe", "Worksheet"),
            ("language", "en"),
            ("title", title),
            ("list", list)
        );
        return (ines, reply.Headers.Location!.OriginalString.Split('/').Last());
    }

    /// <summary>The draft as it stands.</summary>
    public static Task<Draft> DraftAsync(this SlateHost host, string id) =>
        host.WithAsync(async (ActivityStore store) => (await store.DraftAsync(id))!);

    /// <summary>The document of the draft.</summary>
    public static async Task<Activity> DocumentAsync(this SlateHost host, string id) => (await host.DraftAsync(id)).Document;

    /// <summary>Sends a form of the workbench, on the newest version.</summary>
    public static async Task<HttpResponseMessage> SendFormAsync(
        this SlateHost host,
        HttpClient author,
        string id,
        string path,
        params (string, string)[] fields
    ) =>
        await author.PostFormAsync(
            $"/author/{id}",
            $"/author/{id}{path}",
            [.. fields, ("version", $"{(await host.DraftAsync(id)).Record.Version}")]
        );
}
