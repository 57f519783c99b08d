using ZestySlate.Core.Contents;
using ZestySlate.Core.Contents.Notes;

namespace ZestySlate.Player.Contents.Notes;

internal sealed class NoteContent : IContentShown
{
    public Type ContentType => typeof(Note);

    public Type Shown => typeof(NoteShown);

    public Type Finding => typeof(NoteFinding);

    public IReadOnlyDictionary<string, object> PanelAttributes(Content content) =>
        new Dictionary<string, object> { ["data-side"] = ((Note)content).Side.ToString().ToLowerInvariant() };
}
