namespace ZestySlate.Core.Activities;

/// <summary>The look of an activity. Legibility is the product's business: whatever is set here, text keeps its contrast.</summary>
public sealed record Look
{
    /// <summary>Shown before the activity begins and in lists; null for the first scene.</summary>
    public Picture? Cover { get; init; }

    /// <summary>Behind the page; text never stands on it directly.</summary>
    public Picture? Background { get; init; }

    /// <summary>Behind the page, as #rrggbb; empty for the product's own.</summary>
    public string BackgroundColour { get; init; } = "";

    /// <summary>The colour of the main action and of progress, as #rrggbb; empty for the product's own.</summary>
    public string Accent { get; init; } = "";

    public Typeface Typeface { get; init; }

    /// <summary>True when signs are seen only on asking: by pointer, key or touch.</summary>
    public bool SignsOnAsking { get; init; }

    /// <summary>How the kinds of spots look, where it differs from their default.</summary>
    public ValueList<SpotLook> Spots { get; init; } = [];

    /// <summary>The look of a kind, complete.</summary>
    public Sign Of(SpotKind kind) => (Spots.FirstOrDefault(look => look.Kind == kind)?.Sign ?? new Sign()).Over(SpotLook.Default(kind));

    /// <summary>The look of a spot, complete.</summary>
    public Sign Of(Spot spot) => spot.Sign.Over(Of(spot.Content.Kind));
}

/// <summary>The shipped fonts an activity can be set in.</summary>
public enum Typeface
{
    /// <summary>Atkinson Hyperlegible Next: made for legibility.</summary>
    Legible,

    /// <summary>Bricolage Grotesque: with more character.</summary>
    Lively,

    /// <summary>Literata: a book face with serifs.</summary>
    Bookish,
}
