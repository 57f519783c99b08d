using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions;

/// <summary>A board that a question works on: a picture, or an empty sheet. Places on it are shares of its width and height, 0..1, origin top left.</summary>
public sealed record Board
{
    /// <summary>The key of the board among a question's faces.</summary>
    public const string FaceKey = "board";

    /// <summary>What lies on it, or null for an empty sheet.</summary>
    public Picture? Picture { get; init; }

    /// <summary>Width over height of an empty sheet, 0.25..4.</summary>
    public double Ratio { get; init; } = 1.6;

    /// <summary>True when learners look round in its picture, which is then a panorama.</summary>
    public bool LooksRound { get; init; }

    /// <summary>True when places on it are directions: it is looked round in, and its picture is fit for that.</summary>
    [JsonIgnore]
    public bool IsSphere => LooksRound && MayBeSphere;

    /// <summary>True when its picture is a panorama of all directions.</summary>
    [JsonIgnore]
    public bool MayBeSphere => Picture is { } picture && Equirectangular.Refuse(picture.Width, picture.Height) is null;

    /// <summary>Width over height as it is shown.</summary>
    [JsonIgnore]
    public double Shape =>
        Picture is { Width: > 0, Height: > 0 } picture ? (double)picture.Width / picture.Height : Math.Clamp(Ratio, 0.25, 4);

    internal PartFace Face => new(FaceKey, AuthorWords.Say("leftBoard"), new Face { Picture = Picture }, TakesSound: false);
}
