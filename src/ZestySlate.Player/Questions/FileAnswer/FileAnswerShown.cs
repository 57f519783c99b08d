using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.FileAnswer;

internal sealed class FileAnswerShown : IFamilyShown
{
    public string Family => "fileAnswer";

    public Type Parts => typeof(FileAnswerParts);

    public Type Answer => typeof(FileAnswerAnswer);

    /// <summary>Fields: file (ids of those that are added), gone (ids of those taken out); “move” with “ID out” takes one out.</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed) =>
        new FileAnswerResponse
        {
            Files = fields
                .All("file")
                .Distinct()
                .Select(file => handed.FirstOrDefault(known => known.Id == file))
                .OfType<HandedFile>()
                .ToValueList(),
            Gone = fields.All("gone").Concat(fields["move"].Split(' ') is [var id, "out"] ? [id] : []).ToValueList(),
        };
}
