using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Trails;
using ZestySlate.Formats.RichText;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Media;
using ZestySlate.Web.Stories;

namespace ZestySlate.Web.Trails;

/// <summary>Reads forms about a trail and its stops.</summary>
internal static class TrailForms
{
    /// <summary>The uses of files: the picture and the sound of a reward; the part is the stop's id.</summary>
    public static IReadOnlyList<MediaPurpose> Files { get; } =
    [
        new("rewardPicture", MediaKind.Picture, use => OnReward(use, reward => reward with { Picture = use.Picture })),
        new("rewardSound", MediaKind.Sound, use => OnReward(use, reward => reward with { Sound = use.Sound })),
    ];

    /// <summary>The edit that a form asks for; null when it is about something else.</summary>
    public static Outcome<Edit>? Read(IFormCollection form, Activity activity)
    {
        var id = form["stop"].ToString();
        return form["edit"].ToString() switch
        {
            "trail" => new SetTrail(
                Named.TryRead<TrailShown>(form["shown"], out var shown) ? shown : TrailShown.Contents,
                form["sheet"].ToString(),
                form["closing"] == "yes"
            ),
            "addStop" => new AddStop(
                SceneForms.NewId(form),
                form["scenes"].OfType<string>().Where(scene => scene.Length > 0).ToValueList()
            ),
            "moveStop" => new MoveStop(id, (int)EditForms.Number(form["steps"])),
            "removeStop" => new RemoveStop(id, form["scenesToo"] == "yes"),
            "cutStopLink" => new CutStopLink(id),
            "lockStops" => new LockStopsInOrder(),
            "waysToStops" => new AddWaysToStops(form["scene"].ToString()),
            "sceneStop" => new SetSceneStop(form["scene"].ToString(), id),
            "onlyRestCounts" => new CountOnlyWhatIsNoStop(),
            "stop" => activity.Trail?.StopOf(id) is { } stop
                ? new SetStop(ReadStop(form, stop, activity))
                : Outcome<Edit>.Refused("This stop is not on the trail any more."),
            _ => (Outcome<Edit>?)null,
        };
    }

    /// <summary>Fields: title, counts (“as”, “times”, “not”), weight, goes (“once”, “won”, “times”), times, tries, reveal (“trail”, “now”, “end”,
    /// “own”), reward (“yes”), from, rewardTitle, rewardText, the words of its picture and sound, and for each state by- and value-; remove.</summary>
    private static Stop ReadStop(IFormCollection form, Stop old, Activity activity)
    {
        var remove = form["remove"].ToString();
        return old with
        {
            Title = form["title"].ToString().Trim().Cut(Scene.LongestTitle),
            Weight = form["counts"].ToString() switch
            {
                "not" => 0,
                "times" => EditForms.Decimal(form["weight"]) ?? (old.Weight is 0 or 1 ? 2 : old.Weight),
                _ => 1,
            },
            Goes = form["goes"].ToString() switch
            {
                "won" => Stop.UntilWon,
                "times" => EditForms.Whole(form["times"], Math.Max(2, old.Goes), 2, Stop.MostGoes),
                _ => 1,
            },
            Tries = int.TryParse(form["tries"], out var tries) ? tries : null,
            Reveal = form["reveal"].ToString() switch
            {
                "end" => new Reveal
                {
                    RightOrWrong = RevealMoment.AfterEnd,
                    RightAnswer = RevealMoment.AfterEnd,
                    Points = RevealMoment.AfterEnd,
                },
                "now" => new Reveal(),
                "own" => old.Reveal,
                _ => null,
            },
            Bands = BandFields.Read(form, old.Bands),
            Reward = form["reward"] != "yes" ? null : ReadReward(form, old.Reward ?? new Reward(), remove, activity),
        };
    }

    private static Reward ReadReward(IFormCollection form, Reward old, string remove, Activity activity) =>
        !form.ContainsKey("rewardTitle")
            ? old
            : old with
            {
                Changes = StoryForms.ReadChanges(form, old.Changes, activity),
                From = EditForms.Decimal(form["from"].ToString().Replace("%", "")) ?? old.From,
                Title = form["rewardTitle"].ToString().Trim().Cut(Scene.LongestTitle),
                Text = new RichText(RichTextSanitizer.Sanitise(form["rewardText"].ToString())),
                Picture =
                    remove == "rewardPicture" ? null
                    : old.Picture is { } picture ? PictureForms.Read(form, picture, "-reward")
                    : null,
                Sound =
                    remove == "rewardSound" ? null
                    : old.Sound is { } sound ? SoundForms.Read(form, sound)
                    : null,
            };

    private static SetStop? OnReward(FileUse use, Func<Reward, Reward> change) =>
        use.Activity.Trail?.StopOf(use.Part) is { Reward: { } reward } stop ? new SetStop(stop with { Reward = change(reward) }) : null;
}
