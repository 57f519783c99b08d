using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Stories;
using ZestySlate.Storage.Media;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Media;
using ZestySlate.Web.Stories;

namespace ZestySlate.Web.Contents.Jumps;

internal sealed class JumpForm : IContentForm
{
    public Type ContentType => typeof(Jump);

    public IReadOnlyList<NewContent> Offers { get; } =
    [
        new("jump", "Jump", "to another scene", "footprints", "door way go tour room walk next", goal => new Jump(goal))
        {
            IsCommon = true,
        },
        new("choice", "Choice", "and what follows", "list-checks", "decide decision branch story scenario consequence", goal => new Jump(
            goal
        )
        {
            Follows = new Consequence(),
        }),
    ];

    public Type Editor => typeof(JumpEditor);

    /// <summary>What is seen and heard on the way from a choice.</summary>
    public IReadOnlyList<MediaPurpose> Files { get; } =
    [
        OnTheWay("onTheWayPicture", MediaKind.Picture, (follows, use) => follows with { Picture = use.Picture }),
        OnTheWay("onTheWaySound", MediaKind.Sound, (follows, use) => follows with { Sound = use.Sound }),
    ];

    public Outcome<Edit>? Read(string edit, IFormCollection form, Spot spot, Activity activity) =>
        (edit, spot.Content) switch
        {
            ("jump", Jump old) => new SetContent(
                spot.Id,
                new Jump(form["to"].ToString())
                {
                    Words = form["words"].ToString().Trim().Cut(Jump.LongestWords),
                    Follows = old.Follows is { } follows ? StoryForms.ReadConsequence(form, follows, activity) : null,
                }
            ),
            ("wayBack", Jump) => new AddWayBack(spot.Id, SceneForms.NewId(form)),
            _ => default(Outcome<Edit>?),
        };

    private static MediaPurpose OnTheWay(string key, MediaKind kind, Func<Consequence, FileUse, Consequence> put) =>
        new(key, kind, use =>
            use.Spot is { Content: Jump { Follows: { } follows } choice } spot
                ? new SetContent(spot.Id, choice with { Follows = put(follows, use) })
                : null
        );
}
