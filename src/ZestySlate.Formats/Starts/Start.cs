using System.Text.Json;
using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;

namespace ZestySlate.Formats.Starts;

/// <summary>What somebody has who begins.</summary>
public enum Material
{
    Picture,
    Panorama,
    Video,
    Text,
    List,
    Table,
    Idea,

    /// <summary>A file made elsewhere, which is read as one of these.</summary>
    File,
    Nothing,
}

/// <summary>What learners are to do.</summary>
public enum Doing
{
    Look,
    Name,
    Answer,
    Arrange,
    Write,
    Decide,
    Play,
}

/// <summary>How a start makes an activity of what is given.</summary>
public enum StartMaking
{
    /// <summary>A page of questions; on a picture or a video, its spots or stops.</summary>
    Questions,

    /// <summary>A gap text of a text in which the words that go are in brackets.</summary>
    Gaps,

    /// <summary>Callouts on a picture, one a line.</summary>
    Labels,

    /// <summary>A story of an outline with choices.</summary>
    Story,

    /// <summary>Rooms joined by jumps, of an outline.</summary>
    Rooms,
}

/// <summary>A way to begin an activity, as data: what it fits, what it asks for, and an example.</summary>
public sealed record Start
{
    /// <summary>The most characters that are given to one.</summary>
    public const int Longest = 100_000;

    /// <summary>What a file made elsewhere may hold.</summary>
    private static readonly Material[] FromFiles = [Material.List, Material.Table, Material.Idea];

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.CamelCase) },
        UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
        ReadCommentHandling = JsonCommentHandling.Skip,
        RespectNullableAnnotations = true,
    };

    /// <summary>Small letters, digits and hyphens; part of its address.</summary>
    public required string Id { get; init; }

    public required string Title { get; init; }

    /// <summary>What it is good for, in one line.</summary>
    public required string GoodFor { get; init; }

    /// <summary>Its picture: the name of a shipped symbol.</summary>
    public required string Symbol { get; init; }

    /// <summary>What one has who begins with it.</summary>
    public Material[] Has { get; init; } = [];

    /// <summary>What learners do in it.</summary>
    public Doing[] Does { get; init; } = [];

    /// <summary>What a teacher would call it besides, for the search.</summary>
    public string[] Words { get; init; } = [];

    public StartMaking Makes { get; init; }

    /// <summary>The rules and the way through of a page of questions.</summary>
    public Recipe Recipe { get; init; }

    /// <summary>True when it stands on a picture or a panorama that is given.</summary>
    public bool TakesPicture { get; init; }

    /// <summary>True when it stands on a video that is given.</summary>
    public bool TakesVideo { get; init; }

    /// <summary>What is to be typed or pasted: the field's label.</summary>
    public required string Ask { get; init; }

    /// <summary>The prompt above what is made of lines; empty where the lines are questions themselves.</summary>
    public string Prompt { get; init; } = "";

    /// <summary>What a typed line becomes in a list of questions, with {line}, {number}, and {left} and {right} of
    /// its equals sign standing for it; null where a list is typed.</summary>
    public string? Line { get; init; }

    /// <summary>True when each line is a question of its own.</summary>
    public bool Each { get; init; }

    /// <summary>An example of what may be typed, made up; what is tried where nothing is given.</summary>
    public required string Sample { get; init; }

    /// <summary>Reads one.</summary>
    /// <exception cref="JsonException">It is none.</exception>
    public static Start Read(string json) => JsonSerializer.Deserialize<Start>(json, Json) ?? throw new JsonException("There is nothing.");

    /// <summary>True when it fits what was said; what was not said fits everything.</summary>
    /// <param name="has">What there is, or null.</param>
    /// <param name="does">What is to be done, or null.</param>
    /// <param name="words">What a teacher would say, or empty: every word begins one of its own.</param>
    public bool Fits(Material? has, Doing? does, string words)
    {
        var own = string.Join(' ', [Title, GoodFor, .. Words]).Split([' ', ',', ';', ':', '.'], StringSplitOptions.RemoveEmptyEntries);
        return (has is not { } some || (some == Material.File ? FromFiles : [some]).Any(Has.Contains))
            && (does is not { } doing || Does.Contains(doing))
            && words
                .Split(' ', StringSplitOptions.RemoveEmptyEntries)
                .All(word => own.Any(mine => mine.StartsWith(word, StringComparison.OrdinalIgnoreCase)));
    }
}
