using Microsoft.EntityFrameworkCore;
using ZestySlate.Storage;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Security;

/// <summary>Whoever signed in with a password that somebody else knows sets one of their own before anything else; and who must have a second factor sets that up.</summary>
internal sealed class OwnPassword(RequestDelegate next)
{
    public async Task InvokeAsync(HttpContext context, SlateDb db, SecondFactors factors)
    {
        if (context.User.IsInRole(Storage.People.Roles.Teacher) && FrameSessionPath.SessionOf(context) is null && HttpMethods.IsGet(context.Request.Method)
            && !context.Request.Path.StartsWithSegments("/account") && context.GetEndpoint()?.Metadata.GetMetadata<Microsoft.AspNetCore.Mvc.RazorPages.PageActionDescriptor>() is not null)
        {
            var id = context.User.Id();
            if (await db.Users.AnyAsync(person => person.Id == id && person.MustSetPassword))
            {
                context.Response.Redirect("/account");
                return;
            }

            if (await factors.IsMissingAsync(id))
            {
                context.Response.Redirect("/account/second-factor");
                return;
            }
        }

        await next(context);
    }
}
