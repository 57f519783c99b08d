using System.Globalization;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Marking;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Tests;

/// <summary>Marks and words in English, where a test is not about languages.</summary>
internal static class InEnglish
{
    public static readonly CultureInfo Culture = CultureInfo.GetCultureInfo("en");

    public static QuestionMark Mark(this QuestionType family, Question question, Response? response) =>
        family.Mark(question, response, Culture);

    public static QuestionMark Marked(this Question question, Response? response) =>
        QuestionTypes.For(question).Mark(question, response, Culture);

    public static string Said(this Reason reason) => Words.English.Say(reason);

    /// <summary>The scene a learner is in.</summary>
    public static SceneView Scene(this LearnerView view) => view.Scenes[0];
}
