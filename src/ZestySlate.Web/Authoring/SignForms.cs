using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads forms about how spots and the activity look.</summary>
internal static class SignForms
{
    /// <summary>A sign; an empty field means "as its kind".</summary>
    public static Sign Read(IFormCollection form, Sign old) =>
        old with
        {
            Form = Named.TryRead<SignForm>(form["form"], out var shown) ? shown : null,
            Symbol =
                form["symbol"].ToString() is { Length: > 0 and < 60 } symbol
                && symbol.All(c => char.IsAsciiLetterLower(c) || char.IsAsciiDigit(c) || c == '-')
                    ? symbol
                    : null,
            Words = form["signWords"].ToString().Trim() is { Length: > 0 } words ? words.Cut(40) : null,
            Picture = form["remove"] == "signPicture" ? null : old.Picture,
            Colour = Named.TryRead<SignColour>(form["colour"], out var colour) ? colour : null,
            Beckons = form["beckons"].ToString() switch
            {
                "yes" => true,
                "no" => false,
                _ => null,
            },
            Size = EditForms.Number(form["size"]) is var size && double.IsFinite(size) ? size : null,
        };

    /// <summary>The look of a kind set from its own form; nothing set goes back to the default.</summary>
    public static Outcome<Edit> ReadKindLook(IFormCollection form, Look look)
    {
        if (!Named.TryRead<SpotKind>(form["kind"], out var kind))
        {
            return Outcome<Edit>.Refused("This page sent something unknown; load it again.");
        }

        var old = look.Spots.FirstOrDefault(known => known.Kind == kind)?.Sign ?? new Sign();
        return new SetLook(With(look, kind, form["reset"] == "yes" ? new Sign() : Read(form, old)));
    }

    /// <summary>Makes every spot of the kind look like this one.</summary>
    public static Outcome<Edit> KindLike(Activity activity, Spot spot)
    {
        var kind = spot.Content.Kind;
        var look = activity.Look.Of(spot);
        return new RestyleKind(kind, look with { Words = null });
    }

    public static Look ReadLook(IFormCollection form, Look old) =>
        old with
        {
            Accent = Colour(form["ownAccent"] == "yes" ? form["accent"].ToString() : ""),
            BackgroundColour = Colour(form["ownBackground"] == "yes" ? form["background"].ToString() : ""),
            Typeface = Named.TryRead<Typeface>(form["typeface"], out var face) ? face : old.Typeface,
            SignsOnAsking = form["signsOnAsking"] == "yes",
            Cover = form["remove"] == "cover" ? null : old.Cover,
            Background = form["remove"] == "background" ? null : old.Background,
        };

    private static Look With(Look look, SpotKind kind, Sign sign) =>
        look with
        {
            Spots =
                look.Spots.RemoveAll(known => known.Kind == kind) is var others && sign.IsPlain
                    ? others
                    : others.Add(new SpotLook(kind, sign)),
        };

    /// <summary>A colour as #rrggbb; empty for anything else.</summary>
    internal static string Colour(string typed) =>
        typed.Length == 7 && typed[0] == '#' && typed.Skip(1).All(char.IsAsciiHexDigit) ? typed.ToLowerInvariant() : "";
}
