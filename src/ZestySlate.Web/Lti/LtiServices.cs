namespace ZestySlate.Web.Lti;

/// <summary>Registration of the course site connection.</summary>
internal static class LtiServices
{
    /// <summary>The HTTP client that speaks with course sites.</summary>
    public const string Client = "course-site";

    /// <summary>The largest answer of a course site that is read, in bytes.</summary>
    private const int LargestAnswer = 4 * 1024 * 1024;

    public static void AddLti(this IServiceCollection services)
    {
        services.AddTransient<RedirectsInPlace>();
        services
            .AddHttpClient(Client, client =>
                (client.Timeout, client.MaxResponseContentBufferSize) = (TimeSpan.FromSeconds(10), LargestAnswer)
            )
            .ConfigurePrimaryHttpMessageHandler(() => new SocketsHttpHandler { AllowAutoRedirect = false, UseCookies = false })
            .AddHttpMessageHandler<RedirectsInPlace>();
        services.AddSingleton<KeySets>();
        services.AddSingleton<TokenCache>();
        services.AddSingleton<RefusedLaunches>();
        services.AddScoped<ToolKeys>();
        services.AddScoped<LaunchLogins>();
        services.AddScoped<LaunchValidator>();
        services.AddScoped<LaunchCompletion>();
        services.AddScoped<CourseAssignments>();
        services.AddScoped<AnonymousLaunches>();
        services.AddScoped<DeepLinkingResponse>();
        services.AddScoped<AccessTokens>();
        services.AddScoped<Memberships>();
        services.AddScoped<CourseColumns>();
        services.AddSingleton<ScoreSender>();
        services.AddScoped<ScoreLane>();
        services.AddScoped<ColumnLookup>();
        services.AddScoped<CourseRows>();
        services.AddScoped<CourseLooks>();
        services.AddScoped<Registrations>();
        services.AddHostedService<ScoreLoop>();
        services.AddHostedService<MembersLoop>();
    }
}
