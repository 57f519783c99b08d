using Microsoft.AspNetCore.Http.HttpResults;
using ZestySlate.Core.Editing;
using ZestySlate.Formats.Questions;
using ZestySlate.Storage.Activities;

namespace ZestySlate.Web.Authoring;

/// <summary>Pasted lists of questions: read, shown, added.</summary>
internal static class QuestionListEndpoints
{
    public static void MapQuestionLists(this IEndpointRouteBuilder group)
    {
        group.MapPost("/questions/read", async (string activity, HttpContext context, ActivityStore store) =>
        {
            var form = await context.Request.ReadFormAsync();
            return new RazorComponentResult<QuestionListPreview>(
                new Dictionary<string, object?>
                {
                    [nameof(QuestionListPreview.Read)] = ReadQuestions.Of(
                        form["list"].ToString(),
                        (await store.DraftAsync(activity))!.Document.Words.Culture
                    ),
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
                    ReadQuestions
                        .Of(form["list"].ToString(), document.Words.Culture)
                        .Spots(document.SceneOf(form["scene"].ToString())?.Backdrop)
                )
            );
        });
    }
}
