using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Backdrops.Pages;

/// <summary>What is read, looked at or watched beside the questions of a page.</summary>
public sealed record Material
{
    /// <summary>The least share of the width or height that either part can have.</summary>
    public const double LeastShare = 0.1;

    public RichText Text { get; init; }

    /// <summary>Pictures to page through.</summary>
    public ValueList<Picture> Pictures { get; init; } = [];

    public VideoFile? Video { get; init; }

    public PdfFile? Pdf { get; init; }

    /// <summary>A web page of somebody else's: an http or https address, or empty.</summary>
    public string Address { get; init; } = "";

    /// <summary>True when the web page was found to forbid being framed; it is then offered as a link.</summary>
    public bool Refuses { get; init; }

    /// <summary>Its share of the width, or of the height where it stands above: 0.1..0.9.</summary>
    public double Share { get; init; } = 0.5;

    public MaterialSide Side { get; init; }

    /// <summary>True when learners are offered to save its files.</summary>
    public bool MayBeSaved { get; init; }

    [JsonIgnore]
    internal IEnumerable<string> Played =>
        new[] { Video?.Media, Video?.Captions, Pdf?.Media }.OfType<string>().Where(media => media.Length > 0);

    /// <summary>The same material with one file of the library in another's place.</summary>
    internal Material With(MediaSwap swap) =>
        this with
        {
            Pictures = Pictures.Select(swap.Of).ToValueList(),
            Video = swap.Of(Video),
            Pdf = Pdf is null ? null : Pdf with { Media = swap.Of(Pdf.Media) },
        };

    /// <summary>What is missing in it, in words.</summary>
    internal IEnumerable<string> Weaknesses
    {
        get
        {
            if (Text.IsEmpty && Pictures.Count == 0 && Video is null && Pdf is null && Address.Length == 0)
            {
                yield return AuthorWords.Say("nothingInMaterialYet");
            }

            if (Pictures.Any(picture => picture.LacksAlternativeText))
            {
                yield return AuthorWords.Say("pictureInMaterialHasNo");
            }

            if (Video is { Captions: "" })
            {
                yield return AuthorWords.Say("videoInMaterialHasNo");
            }

            if (Refuses)
            {
                yield return AuthorWords.Say("webPageInMaterialForbids");
            }
        }
    }
}

/// <summary>A PDF, read in place.</summary>
public sealed record PdfFile
{
    /// <summary>The hash of the file.</summary>
    public required string Media { get; init; }

    public string Name { get; init; } = "";

    /// <summary>Who made it.</summary>
    public string Credit { get; init; } = "";

    /// <summary>Under what terms it may be used.</summary>
    public string Licence { get; init; } = "";
}

/// <summary>Where material stands; start and end follow the direction of the language.</summary>
public enum MaterialSide
{
    Start,
    End,
    Above,
}
