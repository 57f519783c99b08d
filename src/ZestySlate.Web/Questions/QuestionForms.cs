using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Questions;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Questions.Drawing;
using ZestySlate.Web.Questions.FileAnswer;
using ZestySlate.Web.Questions.GapText;
using ZestySlate.Web.Questions.Grid;
using ZestySlate.Web.Questions.JumbledWords;
using ZestySlate.Web.Questions.Locating;
using ZestySlate.Web.Questions.LongText;
using ZestySlate.Web.Questions.Match;
using ZestySlate.Web.Questions.MultipleChoice;
using ZestySlate.Web.Questions.Number;
using ZestySlate.Web.Questions.NumberLine;
using ZestySlate.Web.Questions.Order;
using ZestySlate.Web.Questions.Placing;
using ZestySlate.Web.Questions.Poll;
using ZestySlate.Web.Questions.ShortText;
using ZestySlate.Web.Questions.Sort;
using ZestySlate.Web.Questions.Spoken;
using ZestySlate.Web.Questions.WordPick;

namespace ZestySlate.Web.Questions;

/// <summary>How one family is edited in the workbench.</summary>
public interface IQuestionForm
{
    /// <summary>The family's definition type.</summary>
    Type DefinitionType { get; }

    /// <summary>What the author's chooser offers of this family.</summary>
    IReadOnlyList<NewQuestion> Offers { get; }

    /// <summary>The component on which the author edits the question: a live rendering of itself.</summary>
    Type Editor { get; }

    /// <summary>The author's question: the fields of this family put onto the old one; or what of it cannot be read.</summary>
    Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture);
}

/// <summary>A family as the author's chooser offers it.</summary>
/// <param name="Key">Its name in requests.</param>
/// <param name="Title">Its name on screen.</param>
/// <param name="Tip">What it is, in a few words.</param>
/// <param name="Symbol">Its symbol.</param>
/// <param name="Words">What a teacher may call it, besides.</param>
/// <param name="Make">Makes the new question.</param>
public sealed record NewQuestion(string Key, string Title, string Tip, string Symbol, string Words, Func<Question> Make)
    : Offer(Key, Title, Tip, Symbol, Words);

/// <summary>The registry of the families' forms: one line for each.</summary>
public static class QuestionForms
{
    private static readonly IQuestionForm[] All =
    [
        new MultipleChoiceForm(),
        new GapTextForm(),
        new WordPickForm(),
        new OrderForm(),
        new JumbledWordsForm(),
        new MatchForm(),
        new SortForm(),
        new NumberForm(),
        new NumberLineForm(),
        new ShortTextForm(),
        new PlacingForm(),
        new LocatingForm(),
        new GridForm(),
        new LongTextForm(),
        new DrawingForm(),
        new SpokenForm(),
        new FileAnswerForm(),
        new PollForm(),
    ];

    /// <summary>The form of a question's family.</summary>
    public static IQuestionForm For(Question question) => All.First(form => form.DefinitionType == question.GetType());

    /// <summary>As what the chooser offers a question: the entry of its title, else the first of its family.</summary>
    public static NewQuestion OfferOf(Question question)
    {
        var title = QuestionTypes.For(question).TitleOf(question);
        var offers = For(question).Offers;
        return offers.FirstOrDefault(offer => offer.Title == title) ?? offers[0];
    }

    /// <summary>Everything the chooser offers.</summary>
    public static IEnumerable<NewQuestion> Offers => All.SelectMany(form => form.Offers);
}
