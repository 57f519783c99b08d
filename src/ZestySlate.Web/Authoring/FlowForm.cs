using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Wording;
using ZestySlate.Formats.RichText;

namespace ZestySlate.Web.Authoring;

/// <summary>The way through an activity, and its own words, in the workbench's forms.</summary>
internal static class FlowForm
{
    public static SetFlow Read(IFormCollection form, Flow old)
    {
        var way = Named.TryRead<Way>(form["way"], out var set) ? set : old.Way;

        // What is only asked of what goes in order is not in the form before it does.
        var wasInOrder = old.Way == Way.InOrder;
        bool Ticked(string name) => form[name] == "yes";
        return new SetFlow(
            old with
            {
                Way = way,
                Paging = Named.TryRead<Paging>(form["paging"], out var paging) ? paging : old.Paging,
                Back = wasInOrder ? Ticked("back") : old.Back,
                ShuffleQuestions = wasInOrder ? Ticked("shuffleQuestions") : old.ShuffleQuestions,
                DrawsAgain = wasInOrder ? Ticked("drawsAgain") : old.DrawsAgain,
                Progress = Named.TryRead<ProgressShown>(form["progress"], out var progress) ? progress : old.Progress,
                ShuffleOptions = Ticked("shuffleOptions"),
                Introduction = new RichText(RichTextSanitizer.Sanitise(form["introduction"].ToString())),
                Picture = old.Picture is { } picture && form["remove"] != "flowPicture" ? PictureForms.Read(form, picture, "-flow") : null,
            }
        );
    }

    /// <summary>Fields: word-KEY.</summary>
    public static SetWording ReadWords(IFormCollection form) =>
        new(
            Words
                .Keys.Select(key => new OwnWord(key, form["word-" + key].ToString().Trim()))
                .Where(own => own.Text.Length > 0)
                .ToValueList()
        );
}
