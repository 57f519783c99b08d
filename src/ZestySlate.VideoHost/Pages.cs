using System.Net;
using System.Text.Json;

namespace ZestySlate.VideoHost;

/// <summary>The pages of the host, as text.</summary>
public static class Pages
{
    /// <summary>What there is, and how the host behaves.</summary>
    public static string Home(Manner now, string own) =>
        Page(
            "Gannet Point films",
            "",
            "<h1>Gannet Point films</h1><ul>"
                + string.Concat(
                    Film.All.Select(film => $"<li><a href=\"/films/{film.Name}\">{film.Title}</a>: {own}/films/{film.Name}</li>")
                )
                + "</ul><form method=\"post\" action=\"/manner\"><label>This host behaves <select name=\"manner\">"
                + string.Concat(Enum.GetNames<Manner>().Select(name => $"<option{(name == $"{now}" ? " selected" : "")}>{name}</option>"))
                + "</select></label> <button>Set</button></form>"
        );

    /// <summary>The page of a film. It tells of its player by oEmbed (1.0, section 4: discovery).</summary>
    public static string Watch(Film film, string own) =>
        Page(
            film.Title,
            $"<link rel=\"alternate\" type=\"application/json+oembed\" title=\"{film.Title}\" "
                + $"href=\"{own}/oembed?url={WebUtility.UrlEncode($"{own}/films/{film.Name}")}&amp;format=json\">",
            $"<h1>{film.Title}</h1><video controls width=\"640\" src=\"/files/{film.Name}.webm\"></video>"
        );

    /// <summary>What the host says of a film (oEmbed 1.0, section 2.3.4.2: the sort “video”).</summary>
    public static object OEmbed(Film film, string own) =>
        new Dictionary<string, object>
        {
            ["type"] = "video",
            ["version"] = "1.0",
            ["title"] = film.Title,
            ["provider_name"] = "Gannet Point films",
            ["provider_url"] = own,
            ["thumbnail_url"] = $"{own}/files/{film.Still}",
            ["thumbnail_width"] = film.Width,
            ["thumbnail_height"] = film.Height,
            ["html"] =
                $"<iframe src=\"{own}/player/{film.Name}\" width=\"{film.Width}\" height=\"{film.Height}\" allowfullscreen></iframe>",
            ["width"] = film.Width,
            ["height"] = film.Height,
        };

    /// <summary>The player, for frames; mute, it says nothing to the page around it.</summary>
    public static string Player(Film film, bool mute) =>
        Page(
            film.Title,
            "<style>body{margin:0;background:#101820}video{width:100vw;height:100vh;object-fit:contain}</style>",
            $"<video controls playsinline preload=\"metadata\" src=\"/files/{film.Name}.webm\"></video>"
                + (mute ? "" : "<script src=\"/player.js\"></script>")
        );

    private static string Page(string title, string head, string body) =>
        $"<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width\"><title>{title}</title>"
        + $"{head}</head><body>{body}</body></html>";

    /// <summary>An answer as JSON, as it stands in the standard.</summary>
    public static string Json(object answer) => JsonSerializer.Serialize(answer);
}
