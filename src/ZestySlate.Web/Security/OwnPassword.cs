using Microsoft.AspNetCore.Authorization;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Security;

/// <summary>Whoever signed in with a password that somebody else knows sets one of their own before anything else; and who must have a
/// second factor sets that up.</summary>
internal sealed class OwnPassword(RequestDelegate next)
{
    public async Task InvokeAsync(HttpContext context, IDbContextFactory<SlateDb> open, SecondFactors factors)
    {
        if (
            context.User.IsInRole(Storage.People.Roles.Teacher)
            && FrameSessionPath.SessionOf(context) is null
            && IsGuarded(context)
            && await FirstAsync(context.User.Id(), open, factors) is { } page
        )
        {
            if (HttpMethods.IsGet(context.Request.Method))
            {
                context.Response.Redirect(page);
            }
            else
            {
                context.Response.StatusCode = StatusCodes.Status403Forbidden;
            }

            return;
        }

        await next(context);
    }

    /// <summary>What is for people who are signed in, but for the pages of their own account.</summary>
    private static bool IsGuarded(HttpContext context) =>
        context.GetEndpoint()?.Metadata is { } endpoint
        && endpoint.GetMetadata<IAuthorizeData>() is not null
        && endpoint.GetMetadata<IAllowAnonymous>() is null
        && !context.Request.Path.StartsWithSegments("/account");

    /// <summary>Where they are to go first, or null.</summary>
    private static async Task<string?> FirstAsync(string id, IDbContextFactory<SlateDb> open, SecondFactors factors)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Users.AnyAsync(person => person.Id == id && person.MustSetPassword) ? "/account"
            : await factors.IsMissingAsync(id) ? "/account/second-factor"
            : null;
    }
}
