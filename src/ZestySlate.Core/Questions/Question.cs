using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;

namespace ZestySlate.Core.Questions;

/// <summary>What every question has; each family adds what its type needs in a room of its own.</summary>
public abstract record Question
{
    public RichText Prompt { get; init; }

    /// <summary>Shown above what is to be done, or null.</summary>
    public Picture? Picture { get; init; }

    /// <summary>Shown after the first; learners page through them.</summary>
    public ValueList<Picture> FurtherPictures { get; init; } = [];

    /// <summary>Heard above what is to be done, or null.</summary>
    public Sound? Sound { get; init; }

    /// <summary>Seen above what is to be done, or null.</summary>
    public VideoFile? Video { get; init; }

    /// <summary>A help the learner may ask for before answering; empty for none.</summary>
    public string Hint { get; init; } = "";

    /// <summary>Why the right answer is right; shown with it.</summary>
    public string Explanation { get; init; } = "";

    /// <summary>The points of the whole question, or null for one point a part; 0 for feedback only.</summary>
    public decimal? Points { get; init; }

    /// <summary>True when only a fully right answer earns points.</summary>
    public bool AllOrNothing { get; init; }

    /// <summary>The share of a part's worth that a wrong part takes away; 0 for none. A question never falls below 0.</summary>
    public decimal Penalty { get; init; }

    /// <summary>What to say for which part of the question's credit.</summary>
    public ScoreBands Bands { get; init; } = ScoreBands.None;

    /// <summary>What it demands of who answers it; null for what is guessed (<see cref="Questions.Demands"/>).</summary>
    public Demand? Demands { get; init; }

    /// <summary>What its parts show, where that can be pictures and sounds; none where parts are words only.</summary>
    [JsonIgnore]
    public virtual IEnumerable<PartFace> Faces => [];

    /// <summary>The same question with one part showing something else; unchanged where there is no such part.</summary>
    public virtual Question WithFace(string key, Func<Face, Face> change) => this;

    /// <summary>All pictures above what is to be done, in order.</summary>
    [JsonIgnore]
    public ValueList<Picture> PicturesAbove => Picture is null ? FurtherPictures : FurtherPictures.Insert(0, Picture);

    /// <summary>The same question with these pictures above what is to be done.</summary>
    public Question WithPicturesAbove(ValueList<Picture> pictures) =>
        this with
        {
            Picture = pictures.Count > 0 ? pictures[0] : null,
            FurtherPictures = pictures.Skip(1).ToValueList(),
        };

    /// <summary>Whether learners look round in it, answer it, or both in turn; null for what holds for the whole activity.</summary>
    public Round? Round { get; init; }

    /// <summary>Every sound it plays.</summary>
    [JsonIgnore]
    public IEnumerable<Sound> Sounds => Faces.Select(part => part.Face.Sound).Prepend(Sound).OfType<Sound>();

    /// <summary>Whose the things it shows and plays are.</summary>
    [JsonIgnore]
    public IEnumerable<Source> Sources =>
        Pictures.Select(Source.Of).Concat(Sounds.Select(Source.Of)).Concat(Video is null ? [] : [Source.Of(Video)]);

    /// <summary>Every picture it shows.</summary>
    [JsonIgnore]
    public IEnumerable<Picture> Pictures =>
        Faces
            .SelectMany(part => part.Face.Pictures)
            .Concat(PicturesAbove)
            .Concat(Bands.Bands.Select(band => band.Picture).OfType<Picture>());

    /// <summary>Everything it plays, by the hashes of the files.</summary>
    [JsonIgnore]
    public IEnumerable<string> Played =>
        Faces
            .SelectMany(part => part.Face.Played)
            .Concat(new[] { Sound?.Media, Video?.Media, Video?.Captions }.OfType<string>().Where(media => media.Length > 0));

    /// <summary>The same question with one file of the library in another's place.</summary>
    internal Question With(MediaSwap swap) =>
        Faces.Aggregate(this, (changed, part) =>
            changed.WithFace(part.Key, face => face with { Picture = swap.OrNone(face.Picture), Sound = swap.Of(face.Sound) })
        ) with
        {
            Picture = swap.OrNone(Picture),
            FurtherPictures = FurtherPictures.Select(swap.Of).ToValueList(),
            Sound = swap.Of(Sound),
            Video = swap.Of(Video),
            Bands = swap.Of(Bands),
        };

    /// <summary>The same question with the common words of another version of it.</summary>
    internal Question WithCommonWording(Question newer) =>
        this with
        {
            Prompt = newer.Prompt,
            Picture = newer.Picture,
            FurtherPictures = newer.FurtherPictures,
            Sound = newer.Sound,
            Video = newer.Video,
            Hint = newer.Hint,
            Explanation = newer.Explanation,
            Bands = Bands.WithWording(newer.Bands),
            Demands = newer.Demands,
        };

    /// <summary>The same question with the common rules of marking of another version of it.</summary>
    internal Question WithCommonKey(Question newer) =>
        this with
        {
            Points = newer.Points,
            AllOrNothing = newer.AllOrNothing,
            Penalty = newer.Penalty,
            Bands = newer.Bands.WithWording(Bands),
        };
}
