using Microsoft.AspNetCore.DataProtection;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Formats.Classes;
using ZestySlate.Storage;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Security;

namespace ZestySlate.Web.Teaching;

/// <summary>The due dates of a learner as a calendar to subscribe to, at an address that tells who it is for and cannot be guessed.</summary>
internal static class Calendars
{
    private const string Purpose = "calendar";

    public static void MapCalendars(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/todo/calendar.ics", (HttpContext context, IDataProtectionProvider protection) =>
                Results.Redirect(
                    $"{context.Request.PathBase}/calendar/{protection.CreateProtector(Purpose).Protect(context.User.Id())}.ics"
                )
            )
            .RequireAuthorization(Rights.SignedIn);
        routes
            .MapGet(
                "/calendar/{key}.ics",
                async (
                    string key,
                    HttpContext context,
                    IDbContextFactory<SlateDb> open,
                    IDataProtectionProvider protection,
                    TimeProvider clock
                ) =>
                {
                    string person;
                    try
                    {
                        person = protection.CreateProtector(Purpose).Unprotect(key);
                    }
                    catch (System.Security.Cryptography.CryptographicException)
                    {
                        return Results.NotFound();
                    }

                    await using var db = await open.CreateDbContextAsync();
                    var extra = await db
                        .AssignmentExceptions.AsNoTracking()
                        .Where(e => e.PersonId == person)
                        .ToDictionaryAsync(e => e.AssignmentId);
                    var given = await (
                        from enrolment in db.Enrolments
                        join assignment in db.Assignments on enrolment.ClassId equals assignment.ClassId
                        where enrolment.PersonId == person && assignment.Due != null && !assignment.Withdrawn && !assignment.KeptBack
                        select assignment
                    )
                        .AsNoTracking()
                        .ToListAsync();
                    var host = OwnAddress.Of(context);
                    return Results.Text(
                        DueDates.Write(
                            "Zesty Slate",
                            given
                                .Where(one => extra.GetValueOrDefault(one.Id)?.Excused != true)
                                .Select(one => new DueDates.Entry(
                                    $"assignment-{one.Id}@{context.Request.Host.Host}",
                                    one.Title,
                                    one.TimesFor(extra.GetValueOrDefault(one.Id)?.ExtraDays ?? 0).DueForThem!.Value,
                                    one.Instructions,
                                    $"{host}/a/{one.ActivityId}"
                                )),
                            clock.GetUtcNow()
                        ),
                        "text/calendar; charset=utf-8"
                    );
                }
            )
            .AllowAnonymous();
    }
}
