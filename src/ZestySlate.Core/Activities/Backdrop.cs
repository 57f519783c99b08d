using System.Text.Json.Serialization;

namespace ZestySlate.Core.Activities;

/// <summary>What lies behind the spots of a scene.</summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(PictureBackdrop), "picture")]
public abstract record Backdrop
{
    /// <summary>The pictures it shows.</summary>
    [JsonIgnore]
    public abstract IEnumerable<Picture> Pictures { get; }
}

/// <summary>A flat picture as the backdrop.</summary>
public sealed record PictureBackdrop(Picture Picture) : Backdrop
{
    public override IEnumerable<Picture> Pictures => [Picture];
}
