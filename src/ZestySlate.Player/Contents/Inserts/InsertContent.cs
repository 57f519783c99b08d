using ZestySlate.Core.Contents.Inserts;

namespace ZestySlate.Player.Contents.Inserts;

internal sealed class InsertContent : IContentShown
{
    public Type ContentType => typeof(Insert);

    public Type Shown => typeof(InsertShown);
}
