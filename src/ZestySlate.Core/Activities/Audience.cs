using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Activities;

/// <summary>Whom an activity is for; what it is found by in the library. Learners do not see it.</summary>
public sealed record Audience
{
    /// <summary>The youngest and the oldest that can be said.</summary>
    public const int Youngest = 3,
        Oldest = 99;

    /// <summary>The greatest number of tags.</summary>
    public const int MostTags = 30;

    /// <summary>The school subject or field, in the author's words.</summary>
    public string Subject { get; init; } = "";

    /// <summary>How hard it is, or the year of school, in the author's words.</summary>
    public string Level { get; init; } = "";

    /// <summary>The place in the curriculum, in the author's words.</summary>
    public string Curriculum { get; init; } = "";

    /// <summary>The youngest it is for, years; null when not said.</summary>
    public int? AgeFrom { get; init; }

    /// <summary>The oldest it is for, years; null when not said.</summary>
    public int? AgeTo { get; init; }

    public ValueList<string> Tags { get; init; } = [];

    /// <summary>The ages in words: “12 to 14”, “from 12”, or nothing.</summary>
    public string Ages =>
        (AgeFrom, AgeTo) switch
        {
            ({ } from, { } to) => from == to ? $"{from}" : $"{from} to {to}",
            ({ } from, null) => AuthorWords.Say("agesFrom", from),
            (null, { } to) => AuthorWords.Say("agesUpTo", to),
            _ => "",
        };

    /// <summary>Tags as they are typed: parted by commas or lines, each once.</summary>
    public static ValueList<string> ReadTags(string typed) =>
        typed
            .Split([',', '،', '、', '\n', '\r'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            .Select(tag => tag.Length > 60 ? tag[..60] : tag)
            .Distinct(StringComparer.CurrentCultureIgnoreCase)
            .Take(MostTags)
            .ToValueList();
}
