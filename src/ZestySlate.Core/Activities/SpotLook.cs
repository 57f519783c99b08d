namespace ZestySlate.Core.Activities;

/// <summary>How all spots of a kind look in an activity, unless one has a look of its own.</summary>
public sealed record SpotLook(SpotKind Kind, Sign Sign)
{
    /// <summary>The look that a kind has by itself: a symbol and a colour that no other kind shares.</summary>
    public static Sign Default(SpotKind kind) =>
        new()
        {
            Form = SignForm.Symbol,
            Size = 1,
            Beckons = false,
            Symbol = kind switch
            {
                SpotKind.Callout => "tag",
                SpotKind.Note => "notebook-text",
                SpotKind.Link => "external-link",
                SpotKind.WebPanel => "panels-top-left",
                SpotKind.Jump => "footprints",
                SpotKind.Question => "circle-question-mark",
                SpotKind.Decoration => "shapes",
                _ => "layers",
            },
            Colour = kind switch
            {
                SpotKind.Callout => SignColour.Bergamot,
                SpotKind.Note => SignColour.Slate,
                SpotKind.Question => SignColour.Zest,
                SpotKind.Jump => SignColour.Pith,
                SpotKind.Link => SignColour.Bergamot,
                SpotKind.WebPanel => SignColour.Slate,
                SpotKind.Decoration => SignColour.Grapefruit,
                _ => SignColour.Plum,
            },
        };
}

/// <summary>The kinds of spots.</summary>
public enum SpotKind
{
    Callout,
    Note,
    Link,
    WebPanel,
    Jump,
    Question,
    Insert,
    Decoration,
}
