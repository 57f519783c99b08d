using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Poll;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.Poll;

internal sealed class PollShown : IFamilyShown
{
    public string Family => "poll";

    public Type Parts => typeof(PollParts);

    public Type Votes => typeof(PollVotes);

    /// <summary>Fields: part-ID.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) => new PollResponse { Parts = PartFields.Read(fields) };
}
