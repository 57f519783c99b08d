namespace ZestySlate.Web.Lti;

/// <summary>Registration of the course site connection.</summary>
internal static class LtiServices
{
    /// <summary>The HTTP client that speaks with course sites.</summary>
    public const string Client = "course-site";

    public static void AddLti(this IServiceCollection services)
    {
        services.AddHttpClient(Client, client => client.Timeout = TimeSpan.FromSeconds(10));
        services.AddSingleton<KeySets>();
        services.AddScoped<ToolKeys>();
        services.AddScoped<LaunchValidator>();
        services.AddScoped<LaunchCompletion>();
        services.AddScoped<DeepLinkingResponse>();
        services.AddScoped<AccessTokens>();
        services.AddScoped<Memberships>();
        services.AddScoped<ScoreSender>();
        services.AddHostedService<ScoreLoop>();
    }
}
