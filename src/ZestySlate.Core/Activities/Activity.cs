using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Activities;

/// <summary>What a teacher builds and a learner does: scenes with spots on them, and the rules of play.</summary>
public sealed record Activity
{
    public string Title { get; init; } = "";

    /// <summary>One or two sentences for the library and the activity's first page.</summary>
    public string Summary { get; init; } = "";

    /// <summary>The language of the activity, as a BCP 47 tag; numbers are shown and text is directed accordingly.</summary>
    public string Language { get; init; } = "en";

    /// <summary>Whom it is for.</summary>
    public Audience Audience { get; init; } = new();

    public Rules Rules { get; init; } = new();

    public Look Look { get; init; } = new();

    /// <summary>How learners go through it.</summary>
    public Flow Flow { get; init; } = new();

    /// <summary>What it keeps in mind while learners decide; null where nothing is.</summary>
    public Story? Story { get; init; }

    /// <summary>Its stops, where it is made of several; null where it is one thing.</summary>
    public Trail? Trail { get; init; }

    /// <summary>The author's own words in place of those of the language.</summary>
    public ValueList<OwnWord> Wording { get; init; } = [];

    /// <summary>The words learners read, in its language, with the author's own.</summary>
    public Words Words => Words.Of(Language, Wording.Select(own => KeyValuePair.Create(own.Key, own.Text)));

    /// <summary>True when learners can pick a scene from a list.</summary>
    public bool SceneList { get; init; }

    public ValueList<Scene> Scenes { get; init; } = [];

    /// <summary>The spots of all scenes, in reading order.</summary>
    public IEnumerable<Spot> Spots => Scenes.SelectMany(scene => scene.Spots);

    /// <summary>The spots that ask a question, in reading order.</summary>
    public IEnumerable<(Spot Spot, Question Question)> Asked =>
        Spots.Where(spot => spot.Question is not null).Select(spot => (spot, spot.Question!));

    /// <summary>The points that can be reached.</summary>
    public decimal OutOf => Asked.Sum(asked => WorthOf(asked.Spot)) + StoryScore.OutOf(this);

    /// <summary>True when learners decide how it goes on: by choices, or where there are endings by answers that lead somewhere.</summary>
    public bool HasChoices =>
        Spots.Any(spot => spot.Content.Consequence is not null)
        || (Scenes.Any(scene => scene.Ending is not null) && Spots.Any(spot => spot.IsLeading));

    /// <summary>Whether learners look round in this question, answer it, or both in turn.</summary>
    public Round RoundOf(Question question) => QuestionTypes.For(question).TakesVotes ? Round.AnswerOnly : question.Round ?? Rules.Round;

    /// <summary>The points that can be reached with the question of a spot, by what its stop counts; none where nothing is asked, or it is
    /// only looked at.</summary>
    public decimal WorthOf(Spot spot) =>
        spot.Question is not { } question || RoundOf(question) == Round.LookOnly
            ? 0
            : QuestionTypes.For(question).OutOf(question) * this.WeightOf(spot);

    /// <summary>Every picture the activity shows.</summary>
    public IEnumerable<Picture> Pictures => Scenes.SelectMany(scene => scene.Pictures).Concat(OwnPictures);

    /// <summary>The pictures of the activity as a whole: its looks, its introduction, its things, the words for its total.</summary>
    public IEnumerable<Picture> OwnPictures =>
        new[] { Look.Cover, Look.Background }
            .OfType<Picture>()
            .Concat(Look.Spots.Select(look => look.Sign.Picture).OfType<Picture>())
            .Concat(Flow.Picture is null ? [] : [Flow.Picture])
            .Concat((Trail?.Stops ?? []).SelectMany(stop => stop.Pictures))
            .Concat(Story?.Pictures ?? [])
            .Concat(Rules.Bands.Bands.Select(band => band.Picture).OfType<Picture>());

    /// <summary>The picture that stands for it in lists: the cover, or what the first scene shows; null when there is none.</summary>
    public Picture? Face => Look.Cover ?? (Scenes.Count > 0 ? Scenes[0].Backdrop.Shown : null);

    /// <summary>Every file it shows or plays, by hash, each once.</summary>
    public IEnumerable<string> Media =>
        Scenes
            .SelectMany(scene => scene.Media)
            .Concat(Pictures.Select(picture => picture.Media))
            .Concat((Trail?.Stops ?? []).Select(stop => stop.Reward?.Sound?.Media).OfType<string>())
            .Concat(Written.Texts(this).SelectMany(written => written.Media))
            .Distinct();

    /// <summary>The codes of the activities that it has inside, or that its stops are linked to.</summary>
    public IEnumerable<string> MadeOf =>
        Spots.Select(spot => spot.Content.Inside).Concat((Trail?.Stops ?? []).Select(stop => stop.Origin?.ActivityId)).OfType<string>();

    /// <summary>The scene with this id, or null.</summary>
    public Scene? SceneOf(string id) => Scenes.FirstOrDefault(scene => scene.Id == id);

    /// <summary>The spot with this id, or null.</summary>
    public Spot? SpotOf(string id)
    {
        for (var i = 0; i < Scenes.Count; i++)
        {
            if (Scenes[i].Spots.IndexOf(spot => spot.Id == id) is >= 0 and var at)
            {
                return Scenes[i].Spots[at];
            }
        }

        return null;
    }

    /// <summary>The scene that a spot is in, or null.</summary>
    public Scene? SceneWith(string spotId) =>
        Scenes.IndexOf(scene => scene.Spots.IndexOf(spot => spot.Id == spotId) >= 0) is >= 0 and var at ? Scenes[at] : null;

    /// <summary>Every lock with the id of what it closes: a scene's or a spot's.</summary>
    public IEnumerable<(string Id, Lock Lock)> Locks =>
        Scenes.SelectMany(scene =>
            scene
                .Spots.Where(spot => spot.Lock is not null)
                .Select(spot => (spot.Id, spot.Lock!))
                .Prepend((scene.Id, scene.Lock!))
                .Where(entry => entry.Item2 is not null)
        );

    /// <summary>The lock on a scene or spot, or null.</summary>
    public Lock? LockOf(string id) => SceneOf(id)?.Lock ?? SpotOf(id)?.Lock;

    /// <summary>The name of a spot: the author's own, or drawn from the content; a jump without words has the name of where it leads.</summary>
    public string NameOf(Spot spot) => (spot.Name.Length == 0 ? spot.Content.NameIn(this) : null) ?? spot.ReportName;

    /// <summary>The title of a scene, or of the stop that begins with it, or its number.</summary>
    public string TitleOf(Scene scene) =>
        scene.Title.Length > 0 ? scene.Title
        : Scenes.Count == 1 ? Title
        : this.StopOf(scene) is { Title.Length: > 0 } stop && this.ScenesOf(stop.Id).First().Id == scene.Id ? stop.Title
        : Words.Say("sceneNumber", Scenes.IndexOf(s => s.Id == scene.Id) + 1);

    /// <summary>The same activity with one scene changed.</summary>
    public Activity WithScene(string id, Func<Scene, Scene> change) =>
        this with
        {
            Scenes = Scenes.Replace(scene => scene.Id == id, change),
        };

    /// <summary>The same activity without rows of questions that were begun and left empty: what learners get.</summary>
    public Activity WithoutBlanks()
    {
        static Spot Without(Spot spot) =>
            spot.Question is { } question && QuestionTypes.WithoutBlanks(question) is var whole && whole != question
                ? spot with
                {
                    Content = new Ask(whole),
                }
                : spot;
        var scenes = Scenes.Select(scene => scene with { Spots = scene.Spots.Select(Without).ToValueList() }).ToValueList();
        return scenes == Scenes ? this : this with { Scenes = scenes };
    }

    /// <summary>The same activity with one spot changed.</summary>
    public Activity WithSpot(string id, Func<Spot, Spot> change) =>
        this with
        {
            Scenes = Scenes.Select(scene => scene with { Spots = scene.Spots.Replace(spot => spot.Id == id, change) }).ToValueList(),
        };
}
