using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Scenes;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Backdrops.Videos;

/// <summary>A video: spots on it have a place and a time.</summary>
public sealed record VideoBackdrop : Backdrop
{
    /// <summary>The file, or null while none is chosen, or where it lies elsewhere.</summary>
    public VideoFile? File { get; init; }

    /// <summary>Where it lies elsewhere; null for a file of the library.</summary>
    public HostedVideo? Hosted { get; init; }

    /// <summary>The picture before it plays, and in lists; null for its first picture.</summary>
    public Picture? Poster { get; init; }

    /// <summary>How long it lasts, in seconds; 0 while that is not known.</summary>
    public decimal Seconds { get; init; }

    /// <summary>Pixels across; 0 while that is not known.</summary>
    public int Width { get; init; }

    /// <summary>Pixels down; 0 while that is not known.</summary>
    public int Height { get; init; }

    /// <summary>True when it shows all directions (equirectangular, twice as wide as high) and one looks round in it while it plays.</summary>
    public bool Round { get; init; }

    /// <summary>Where the learner looks first in one that shows all directions.</summary>
    public Direction Opening { get; init; }

    /// <summary>What is said in it, one track for each language; the first is shown to begin with.</summary>
    public ValueList<CaptionTrack> Captions { get; init; } = [];

    /// <summary>Its chapters, the earliest first.</summary>
    public ValueList<Chapter> Chapters { get; init; } = [];

    /// <summary>The most chapters.</summary>
    public const int MostChapters = 200;

    /// <summary>Whether learners may go ahead to what they have not watched.</summary>
    public Skipping Skipping { get; init; }

    public override string KindName => AuthorWords.Say("kindOfVideo");

    public override ActivityKind Alone => ActivityKind.Video;

    public override bool HasTime => true;

    public override decimal? Lasts => Seconds > 0 ? Seconds : null;

    public override string? SaidIn => Captions.Count > 0 ? Captions[0].Media : null;

    public override bool HasContent => File is not null || Hosted is not null;

    public override Stand Stand => Round ? Stand.Sphere : Stand.Flat;

    /// <summary>Of one that is looked round in: the window, not the video itself.</summary>
    public override double Ratio =>
        Round ? 1.6
        : Width > 0 && Height > 0 ? (double)Width / Height
        : 16.0 / 9;

    public override Picture? Shown => Poster;

    public override IEnumerable<string> Played => (File is null ? [] : new[] { File.Media }).Concat(Captions.Select(track => track.Media));

    public override IEnumerable<Source> Sources =>
        base.Sources.Concat(File is null ? [] : [Source.Of(File)]).Concat(Hosted is null ? [] : [Source.Of(Hosted)]);

    public override Backdrop With(Picture picture) => this with { Poster = picture };

    public override Backdrop OpeningTo(Direction direction) => this with { Opening = direction };

    /// <summary>The same scene with a file as its video. What is no video of all directions is shown flat.</summary>
    public VideoBackdrop With(VideoFile file, decimal seconds, int width, int height) =>
        this with
        {
            File = file,
            Hosted = null,
            Seconds = seconds,
            Width = width,
            Height = height,
            Round = Round && Equirectangular.Fits(width, height),
        };

    /// <summary>The same scene with a video that lies elsewhere.</summary>
    public VideoBackdrop With(HostedVideo hosted, decimal seconds, int width, int height) =>
        this with
        {
            File = null,
            Hosted = hosted,
            Seconds = seconds,
            Width = width,
            Height = height,
            Round = false,
        };

    /// <summary>The same with what its player found out of one of which it was not known.</summary>
    public VideoBackdrop Found(decimal seconds, int width, int height) =>
        this with
        {
            Seconds = Seconds > 0 ? Seconds : Math.Round(Math.Clamp(seconds, 0, During.Longest), 3),
            Width = Width > 0 ? Width : Math.Clamp(width, 0, 10_000),
            Height = Width > 0 ? Height : Math.Clamp(height, 0, 10_000),
        };

    /// <summary>Spots keep their times; what lies behind the end of a shorter video is told by the check.</summary>
    internal override Backdrop With(MediaSwap swap) =>
        (File is { } file && swap.Concerns(file.Media) ? With(swap.Of(file)!, swap.Seconds, swap.Width, swap.Height) : this) with
        {
            Poster = swap.OrNone(Poster),
            Captions = Captions.Select(track => track with { Media = swap.Of(track.Media) }).ToValueList(),
        };

    public override string? Refuse() =>
        Seconds is < 0 or > During.Longest ? AuthorWords.Say("videoMayLastUpDay")
        : Hosted?.Refuse() is { } refusal ? refusal
        : Chapters.Count > MostChapters ? AuthorWords.Say("videoMayHaveUpChapters", MostChapters)
        : Chapters.Any(chapter => chapter.From is < 0 or > During.Longest)
        || Chapters.Zip(Chapters.Skip(1)).Any(two => two.Second.From <= two.First.From)
            ? AuthorWords.Say("chaptersBeginOneAfterOther")
        : Round && Width > 0 && !Equirectangular.Fits(Width, Height) ? AuthorWords.Say("videoPixelsOneShowsAll", Width, Height)
        : null;

    /// <summary>Captions, chapters, poster and credits are wording; which video it is, and whether one may go ahead, is structure.</summary>
    internal override Backdrop WithWording(Backdrop newer) =>
        newer is VideoBackdrop video
            ? this with
            {
                Captions = video.Captions,
                Poster = video.Poster,
                Opening = video.Opening,
                Chapters = video.Chapters,
                Hosted = Hosted?.IsSame(video.Hosted) == true ? video.Hosted : Hosted,
                File = File is { } file && video.File is { } same && file.Media == same.Media ? same : File,
            }
            : this;

    internal override IEnumerable<Weakness> Check(string title)
    {
        foreach (var weakness in base.Check(title))
        {
            yield return weakness;
        }

        if (!HasContent)
        {
            yield return new Weakness(true, AuthorWords.Say("videoNoneChosenYet", title), "video");
        }
        else if (Captions.Count == 0)
        {
            yield return new Weakness(false, AuthorWords.Say("videoHasNoCaptionsThose", title), "captions");
        }
    }
}

/// <summary>What is said in a video, in one language.</summary>
/// <param name="Language">A language tag (BCP 47).</param>
/// <param name="Media">The captions file (WebVTT), by its hash.</param>
public sealed record CaptionTrack(string Language, string Media);

/// <summary>A part of a video that one can go to.</summary>
/// <param name="From">Where it begins, in seconds.</param>
/// <param name="Title">What it is called.</param>
public sealed record Chapter(decimal From, string Title);

/// <summary>Whether learners may go ahead in a video.</summary>
public enum Skipping
{
    /// <summary>As they like.</summary>
    Free,

    /// <summary>Up to where they have watched.</summary>
    Watched,

    /// <summary>Past nothing that waits for an answer.</summary>
    Answered,
}
