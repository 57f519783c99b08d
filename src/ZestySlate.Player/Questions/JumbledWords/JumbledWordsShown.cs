using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.JumbledWords;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.JumbledWords;

internal sealed class JumbledWordsShown : IFamilyShown
{
    private const int MostLines = 50;

    public string Family => "jumbledWords";

    public Type Parts => typeof(JumbledWordsParts);

    /// <summary>Fields: line-N (ids); move.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed)
    {
        var lines = Enumerable
            .Range(0, MostLines)
            .TakeWhile(line => fields.Has($"line-{line}"))
            .Select(line => PartFields.Arranged(fields, $"line-{line}"));
        return new JumbledWordsResponse { Lines = lines.ToValueList() };
    }
}
