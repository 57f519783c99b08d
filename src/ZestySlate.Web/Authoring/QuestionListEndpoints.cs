using Microsoft.AspNetCore.Http.HttpResults;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Editing;
using ZestySlate.Formats.Questions;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Authoring;

/// <summary>Pasted lists of questions: read, shown, added.</summary>
internal static class QuestionListEndpoints
{
    private const int Longest = 1_000_000;

    public static void MapQuestionLists(this IEndpointRouteBuilder group)
    {
        group.MapPost("/questions/read", async (string activity, HttpContext context, ActivityStore store) =>
        {
            var form = await context.Request.ReadFormAsync();
            return new RazorComponentResult<QuestionListPreview>(
                new Dictionary<string, object?>
                {
                    [nameof(QuestionListPreview.Read)] = Read(form["list"].ToString(), (await store.DraftAsync(activity))!.Document),
                }
            );
        });
        group.MapPost("/questions/file", async (string activity, HttpContext context) =>
        {
            // Only what the browser cannot read as text comes here: a workbook becomes a table in the field.
            var form = await context.Request.ReadFormAsync();
            if (form.Files.GetFile("file") is not { Length: > 0 and <= QuestionSheet.MostBytes } file)
            {
                return AuthoringEndpoints.Refused($"A workbook of up to {QuestionSheet.MostBytes / 1048576} MB was expected.");
            }

            using var kept = new MemoryStream();
            await file.CopyToAsync(kept, context.RequestAborted);
            var read = QuestionSheet.Read(kept.ToArray(), file.FileName);
            return read.Succeeded ? Results.Text(read.Value) : AuthoringEndpoints.Refused(read.Refusal!);
        });
        group.MapPost("/questions", async (string activity, HttpContext context, ActivityStore store) =>
        {
            var form = await context.Request.ReadFormAsync();
            var document = (await store.DraftAsync(activity))!.Document;
            return await AuthoringEndpoints.MakeAsync(
                context,
                store,
                activity,
                form,
                new AddSpots(
                    form["scene"].ToString(),
                    Spots(Read(form["list"].ToString(), document), document.SceneOf(form["scene"].ToString())?.Backdrop)
                )
            );
        });
    }

    /// <summary>The questions as spots; where the backdrop has a course in time, each stops it at its moment.</summary>
    public static ValueList<Spot> Spots(ReadQuestions read, Backdrop? backdrop = null) =>
        read
            .Questions.Select(listed => new Spot
            {
                Id = Ids.New(),
                Name = listed.Name,
                During = backdrop is { HasTime: true } && listed.At is { } at ? DuringForms.Stop(at, backdrop.Lasts) : null,
                Content = new Ask(listed.Question),
            })
            .ToValueList();

    /// <summary>Reads a list or, when its first line names columns, a table.</summary>
    public static ReadQuestions Read(string list, Activity activity)
    {
        if (list.Length > Longest)
        {
            return new ReadQuestions([], [new ListProblem(1, 1, "This list is longer than a million characters; paste it in parts.")]);
        }

        var first = list.TrimStart('\ufeff')
            .Split('\n')[0]
            .ToLowerInvariant()
            .Split(',', ';', '\t')
            .Select(name => name.Trim(' ', '"', '\r'))
            .ToList();
        return first.Contains("question") && first.Contains("right")
            ? QuestionCsv.Read(list, activity.Words.Culture)
            : QuestionList.Read(list, activity.Words.Culture);
    }
}
