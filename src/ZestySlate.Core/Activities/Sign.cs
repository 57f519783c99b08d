using System.Text.Json.Serialization;

namespace ZestySlate.Core.Activities;

/// <summary>
/// How a spot shows itself on its backdrop. What is not set (null) comes from the look of its kind, and what that does not
/// set from the kind's own default (<see cref="SpotLook"/>).
/// </summary>
public sealed record Sign
{
    /// <summary>The smallest and the greatest size.</summary>
    public const double Least = 0.6,
        Most = 3;

    private readonly double? _size;

    public SignForm? Form { get; init; }

    /// <summary>The name of a symbol in the shipped set (lucide).</summary>
    public string? Symbol { get; init; }

    /// <summary>The sign's words, when it shows itself by words.</summary>
    public string? Words { get; init; }

    /// <summary>The sign's picture, when it shows itself by a picture of its own.</summary>
    public Picture? Picture { get; init; }

    public SignColour? Colour { get; init; }

    /// <summary>True when it gently draws attention (never under reduced motion).</summary>
    public bool? Beckons { get; init; }

    /// <summary>Size against the usual one: 1 is usual, 0.6 to 3.</summary>
    public double? Size
    {
        get => _size;
        init => _size = value is { } size && double.IsFinite(size) ? Math.Round(Math.Clamp(size, Least, Most), 2) : null;
    }

    /// <summary>By what it is seen: where its words or its picture are still to come, by a symbol.</summary>
    [JsonIgnore]
    public SignForm Seen =>
        Form switch
        {
            SignForm.Words when string.IsNullOrWhiteSpace(Words) => SignForm.Symbol,
            SignForm.Picture when Picture is null => SignForm.Symbol,
            null => SignForm.Symbol,
            { } form => form,
        };

    /// <summary>True when nothing is set of its own.</summary>
    [JsonIgnore]
    public bool IsPlain => this == new Sign();

    /// <summary>This sign, with what it does not set taken from another.</summary>
    public Sign Over(Sign other) =>
        new()
        {
            Form = Form ?? other.Form,
            Symbol = Symbol ?? other.Symbol,
            Words = Words ?? other.Words,
            Picture = Picture ?? other.Picture,
            Colour = Colour ?? other.Colour,
            Beckons = Beckons ?? other.Beckons,
            Size = Size ?? other.Size,
        };
}

/// <summary>By what a spot shows itself.</summary>
public enum SignForm
{
    Symbol,
    Words,
    Picture,

    /// <summary>Nothing: the learner finds it. It is in the list of spots all the same.</summary>
    Unseen,
}

/// <summary>The colours of signs; each has a face and a colour for what stands on it with enough contrast.</summary>
public enum SignColour
{
    Slate,
    Zest,
    Bergamot,
    Grapefruit,
    Pith,
    Plum,
}
