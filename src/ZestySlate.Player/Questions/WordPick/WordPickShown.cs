using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.WordPick;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.WordPick;

internal sealed class WordPickShown : IFamilyShown
{
    public string Family => "wordPick";

    public Type Parts => typeof(WordPickParts);

    /// <summary>Fields: pick (ids).</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) =>
        new WordPickResponse { Picked = fields.All("pick").Where(id => id.Length > 0).Distinct().ToValueList() };
}
