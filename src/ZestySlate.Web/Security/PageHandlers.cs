using System.Reflection;
using Microsoft.AspNetCore.Mvc;
using Microsoft.AspNetCore.Mvc.Filters;
using Microsoft.AspNetCore.Mvc.ModelBinding.Metadata;

namespace ZestySlate.Web.Security;

/// <summary>
/// What every handler of a page may rely on: a text that it does not call optional is there, empty when nothing was sent; and
/// a page is not shown for something that it has no handler for.
/// </summary>
internal sealed class PageHandlers : IPageFilter, IDisplayMetadataProvider
{
    public void OnPageHandlerSelected(PageHandlerSelectedContext context) { }

    public void OnPageHandlerExecuting(PageHandlerExecutingContext context)
    {
        if (context.HandlerMethod is null && context.ActionDescriptor.HandlerMethods.Count > 0)
        {
            context.HttpContext.Items[Troubles.Words] = "This page cannot do that. Go back, load it again, and send once more.";
            context.Result = new StatusCodeResult(StatusCodes.Status400BadRequest);
            return;
        }

        foreach (var parameter in context.HandlerMethod?.Parameters ?? [])
        {
            var isThere = context.HandlerArguments.TryGetValue(parameter.Name, out var given) && given is not null;
            if (
                !isThere
                && parameter.ParameterType == typeof(string)
                && IsNeeded(new NullabilityInfoContext().Create(parameter.ParameterInfo))
            )
            {
                context.HandlerArguments[parameter.Name] = "";
            }
        }
    }

    public void OnPageHandlerExecuted(PageHandlerExecutedContext context) { }

    public void CreateDisplayMetadata(DisplayMetadataProviderContext context)
    {
        if (
            context.Key is { ModelType: { } type, PropertyInfo: { } property }
            && type == typeof(string)
            && IsNeeded(new NullabilityInfoContext().Create(property))
        )
        {
            context.DisplayMetadata.ConvertEmptyStringToNull = false;
        }
    }

    private static bool IsNeeded(NullabilityInfo info) =>
        info.WriteState == NullabilityState.NotNull || info.ReadState == NullabilityState.NotNull;
}
