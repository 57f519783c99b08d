using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.FileAnswer;

/// <summary>The family of files and photos.</summary>
public sealed class FileAnswerType : JudgedType<FileAnswerQuestion, FileAnswerResponse>, IHandsOver
{
    public override string Key => "fileAnswer";

    public override Demand UsualDemand => Demand.Reflection;

    public HandedWish FilesOf(Question question) => WishOf((FileAnswerQuestion)question);

    private static HandedWish WishOf(FileAnswerQuestion question) => new(question.Kinds, question.Megabytes);

    protected override string TitleOf(FileAnswerQuestion question) => AuthorWords.Say("familyFileAnswer");

    protected override string InWords(FileAnswerQuestion question, FileAnswerResponse response) =>
        string.Join(" · ", response.Files.Select(file => file.Name));

    protected override bool IsEmpty(FileAnswerResponse response) => response.Files.Count == 0;

    /// <summary>A file stands where the one stood that it replaces; what was handed over elsewhere meanwhile stays.</summary>
    protected override FileAnswerResponse Onto(FileAnswerQuestion question, FileAnswerResponse? before, FileAnswerResponse given)
    {
        if (given.Gone is not { } gone)
        {
            return given;
        }

        var files = before?.Files ?? [];
        var place = files.IndexOf(file => gone.Contains(file.Id));
        var added = given.Files.RemoveAll(file => files.Any(there => there.Id == file.Id));
        var left = files.RemoveAll(file => gone.Contains(file.Id));
        return new FileAnswerResponse
        {
            Files = added.Aggregate(left, (all, file) => place < 0 ? all.Add(file) : all.Insert(place++, file)),
        };
    }

    protected override Reason? RefuseResponse(FileAnswerQuestion question, FileAnswerResponse response) =>
        response.Files.Count > question.Most
            ? Reason.Of("tooManyFiles", question.Most)
            : response.Files.Select(WishOf(question).Refuse).FirstOrDefault(reason => reason is not null);

    protected override IEnumerable<Weakness> Check(FileAnswerQuestion question, CultureInfo culture) => [];

    protected override QuestionView View(FileAnswerQuestion question, Showing<FileAnswerResponse> showing) =>
        new FileAnswerView(question.Kinds, question.Most, question.Megabytes, showing.Given?.Files ?? [], question.Rubric);
}
