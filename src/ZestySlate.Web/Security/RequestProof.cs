using System.Security.Cryptography;
using System.Text;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.DataProtection;
using ZestySlate.Web.Identity;

namespace ZestySlate.Web.Security;

/// <summary>
/// Proof that a post comes from our own page. With a cookie session it is the framework's antiforgery token. Inside a frame,
/// where cookies are refused, the session is in the address, and the proof is a value derived from it.
/// </summary>
internal sealed class RequestProof(IAntiforgery inner, IDataProtectionProvider protection) : IAntiforgery
{
    public const string Field = "proof",
        Header = "X-Slate-Proof";

    public const string TooOld = "This page is too old to send from. Load it again; what you typed last may have to be typed once more.";

    private readonly IDataProtector _protector = protection.CreateProtector("ZestySlate.RequestProof");

    public AntiforgeryTokenSet GetAndStoreTokens(HttpContext context) =>
        SessionOf(context) is { } session ? TokensOf(session) : inner.GetAndStoreTokens(context);

    public AntiforgeryTokenSet GetTokens(HttpContext context) =>
        SessionOf(context) is { } session ? TokensOf(session) : inner.GetTokens(context);

    public async Task<bool> IsRequestValidAsync(HttpContext context)
    {
        if (context.Request.HasFormContentType)
        {
            // Read first: what cannot be read is another thing than a proof that is missing.
            await context.Request.ReadFormAsync();
        }

        var valid = SessionOf(context) is { } session ? IsProved(context, session) : await inner.IsRequestValidAsync(context);
        if (!valid)
        {
            context.Items[Troubles.Words] = TooOld;
        }

        return valid;
    }

    private static bool IsReading(HttpContext context) =>
        HttpMethods.IsGet(context.Request.Method) || HttpMethods.IsHead(context.Request.Method);

    private bool IsProved(HttpContext context, string session)
    {
        if (IsReading(context))
        {
            return true;
        }

        string? given = context.Request.Headers[Header];
        if (given is null && context.Request.HasFormContentType)
        {
            given = context.Request.Form[Field];
        }

        return given is not null && Proves(given, session);
    }

    public async Task ValidateRequestAsync(HttpContext context)
    {
        if (!await IsRequestValidAsync(context))
        {
            throw new AntiforgeryValidationException("The request does not prove that it comes from our own page.");
        }
    }

    public void SetCookieTokenAndHeader(HttpContext context)
    {
        if (SessionOf(context) is null)
        {
            inner.SetCookieTokenAndHeader(context);
        }
    }

    private static string? SessionOf(HttpContext context) => FrameSessionPath.SessionOf(context)?.TokenHash;

    private AntiforgeryTokenSet TokensOf(string session) => new(_protector.Protect(session), null, Field, Header);

    private bool Proves(string given, string session)
    {
        try
        {
            return CryptographicOperations.FixedTimeEquals(
                Encoding.UTF8.GetBytes(_protector.Unprotect(given)),
                Encoding.UTF8.GetBytes(session)
            );
        }
        catch (CryptographicException)
        {
            return false;
        }
    }
}

/// <summary>Asks every post to a group of endpoints for its proof.</summary>
internal sealed class ProofFilter(IAntiforgery antiforgery) : IEndpointFilter
{
    public async ValueTask<object?> InvokeAsync(EndpointFilterInvocationContext context, EndpointFilterDelegate next) =>
        await antiforgery.IsRequestValidAsync(context.HttpContext)
            ? await next(context)
            : Results.Text(RequestProof.TooOld, statusCode: StatusCodes.Status400BadRequest);
}

/// <summary>Registration of the proof.</summary>
internal static class RequestProofServices
{
    public static void DecorateAntiforgery(this IServiceCollection services)
    {
        var original = services.Single(service => service.ServiceType == typeof(IAntiforgery));
        services.Remove(original);
        services.AddSingleton<IAntiforgery>(provider => new RequestProof(
            (IAntiforgery)ActivatorUtilities.CreateInstance(provider, original.ImplementationType!),
            provider.GetRequiredService<IDataProtectionProvider>()
        ));
    }
}
