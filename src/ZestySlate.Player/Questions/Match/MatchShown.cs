using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Match;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.Match;

internal sealed class MatchShown : IFamilyShown
{
    public string Family => "match";

    public Type Parts => typeof(MatchParts);

    /// <summary>Fields: part-ID.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) => new MatchResponse { Parts = PartFields.Read(fields) };
}
