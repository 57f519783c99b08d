using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Contents.Inserts;
using ZestySlate.Core.Editing;

namespace ZestySlate.Web.Contents.Inserts;

internal sealed class InsertForm : IContentForm
{
    public Type ContentType => typeof(Insert);

    public IReadOnlyList<NewContent> Offers { get; } =
    [new("insert", "Activity", "another one inside", "layers", "embed quiz game nested", _ => new Insert(""))];

    public Type Editor => typeof(InsertEditor);

    public Outcome<Edit>? Read(string edit, IFormCollection form, Spot spot, Activity activity) =>
        edit == "insert" && spot.Content is Insert old
            ? new SetContent(spot.Id, old with { Title = form["title"].ToString().Trim(), GoesOver = form["goesOver"] == "yes" })
            : default(Outcome<Edit>?);
}
