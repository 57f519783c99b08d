using System.Globalization;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Questions.Capabilities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Questions.Spoken;

/// <summary>The family of spoken answers.</summary>
public sealed class SpokenType : JudgedType<SpokenQuestion, SpokenResponse>, IHandsOver
{
    public override string Key => "spoken";

    public override Demand UsualDemand => Demand.Reflection;

    /// <summary>A recording made on the page, or a sound that was made elsewhere.</summary>
    public HandedWish FilesOf(Question question) =>
        new([HandedKind.Sound], HandedWish.LargestMegabytes) { RecordedSeconds = ((SpokenQuestion)question).Seconds };

    protected override string TitleOf(SpokenQuestion question) => AuthorWords.Say("familySpokenAnswer");

    protected override string InWords(SpokenQuestion question, SpokenResponse response) =>
        response.Recording is { } recording
            ? recording.Seconds > 0
                ? $"{recording.Name} ({TimeSpan.FromSeconds(recording.Seconds):m\\:ss})"
                : recording.Name
            : "";

    protected override bool IsEmpty(SpokenResponse response) => response.Recording is null;

    protected override Reason? RefuseResponse(SpokenQuestion question, SpokenResponse response) =>
        response.Recording is { Kind: not HandedKind.Sound } other ? Reason.Of("fileKindNotTaken", other.Name) : null;

    protected override IEnumerable<Weakness> Check(SpokenQuestion question, CultureInfo culture) => [];

    protected override QuestionView View(SpokenQuestion question, Showing<SpokenResponse> showing) =>
        new SpokenView(question.Seconds, showing.Given?.Recording, question.Rubric);
}
