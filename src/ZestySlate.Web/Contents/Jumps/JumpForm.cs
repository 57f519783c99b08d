using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Editing;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Contents.Jumps;

internal sealed class JumpForm : IContentForm
{
    public Type ContentType => typeof(Jump);

    public IReadOnlyList<NewContent> Offers { get; } = [new("jump", "Jump", "to another scene", "footprints", goal => new Jump(goal))];

    public Type Editor => typeof(JumpEditor);

    public Outcome<Edit>? Read(string edit, IFormCollection form, Spot spot, Activity activity) =>
        (edit, spot.Content) switch
        {
            ("jump", Jump) => new SetContent(spot.Id, new Jump(form["to"].ToString()) { Words = form["words"].ToString().Trim() }),
            ("wayBack", Jump) => new AddWayBack(spot.Id, SceneForms.NewId(form)),
            _ => default(Outcome<Edit>?),
        };
}
