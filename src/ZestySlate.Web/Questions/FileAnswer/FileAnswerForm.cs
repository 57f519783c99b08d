using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Questions.FileAnswer;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Questions.FileAnswer;

/// <summary>File answer in forms.</summary>
internal sealed class FileAnswerForm : IQuestionForm
{
    public Type DefinitionType => typeof(FileAnswerQuestion);

    public Type Editor => typeof(FileAnswerEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("fileAnswer", "File answer", "a file or a photo", "upload", "upload homework paper photo document", () =>
            new FileAnswerQuestion()
        ),
    ];

    /// <summary>Fields: kind (several; none for any), most, megabytes; waits, those of the rubric.</summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (FileAnswerQuestion)old;
        return JudgedFields.Read(form, question) with
        {
            Kinds = form["kind"]
                .Select(kind => Named.TryRead<HandedKind>(kind, out var known) ? known : HandedKind.Other)
                .Where(kind => kind != HandedKind.Other)
                .Distinct()
                .ToValueList(),
            Most = EditForms.Whole(form["most"], question.Most, 1, FileAnswerQuestion.LargestMost),
            Megabytes = EditForms.Whole(form["megabytes"], question.Megabytes, 1, HandedWish.LargestMegabytes),
        };
    }
}
