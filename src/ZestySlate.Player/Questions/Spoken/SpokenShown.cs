using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Spoken;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.Spoken;

internal sealed class SpokenShown : IFamilyShown
{
    public string Family => "spoken";

    public Type Parts => typeof(SpokenParts);

    public Type Answer => typeof(SpokenAnswer);

    /// <summary>Fields: recording (its id), or file (a sound that came with the form); “move” with “recording out” takes it back.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed)
    {
        var id =
            fields["move"] == "recording out" ? ""
            : fields.All("file") is [.., { Length: > 0 } file] ? file
            : fields["recording"];
        return new SpokenResponse { Recording = handed.FirstOrDefault(known => known.Id == id) };
    }
}
