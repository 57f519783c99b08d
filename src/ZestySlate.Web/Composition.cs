using System.IO.Compression;
using System.Threading.RateLimiting;
using Microsoft.AspNetCore.Antiforgery;
using Microsoft.AspNetCore.DataProtection;
using Microsoft.AspNetCore.Http.Features;
using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.ResponseCompression;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Options;
using Serilog;
using ZestySlate.Player;
using ZestySlate.Storage;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Added;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Storage.Door;
using ZestySlate.Storage.Embedding;
using ZestySlate.Storage.Handed;
using ZestySlate.Storage.Keeping;
using ZestySlate.Storage.Learners;
using ZestySlate.Storage.Mails;
using ZestySlate.Storage.MarkingAgain;
using ZestySlate.Storage.Media;
using ZestySlate.Storage.People;
using ZestySlate.Storage.Sqlite;
using ZestySlate.Storage.Votes;
using ZestySlate.Web.Assets;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Backdrops.Videos;
using ZestySlate.Web.Embedding;
using ZestySlate.Web.Help;
using ZestySlate.Web.Identity;
using ZestySlate.Web.Learning;
using ZestySlate.Web.Loops;
using ZestySlate.Web.Lti;
using ZestySlate.Web.Mails;
using ZestySlate.Web.Media;
using ZestySlate.Web.Running;
using ZestySlate.Web.Security;
using ZestySlate.Web.Starts;
using ZestySlate.Web.Teaching;
using ZestySlate.Web.Trails;

namespace ZestySlate.Web;

/// <summary>Puts the application together.</summary>
public static class Composition
{
    private const int MostFields = 100_000;

    /// <summary>The services.</summary>
    public static void AddZestySlate(this WebApplicationBuilder builder)
    {
        builder.Host.UseSerilog((context, provided, log) => log.ReadFrom.Configuration(context.Configuration).ReadFrom.Services(provided));
        builder.AddTelemetry();
        var services = builder.Services;
        var data = Path.GetFullPath(builder.Configuration["DataFolder"] ?? ".data");
        Directory.CreateDirectory(data);
        services.AddOwnAddress(builder.Configuration, out var secure);

        services.AddSingleton(TimeProvider.System);
        services.AddPooledDbContextFactory<SlateDb>(options => options.UseFile(Path.Combine(data, "zesty-slate.db")));
        services.AddScoped(provider => provider.GetRequiredService<IDbContextFactory<SlateDb>>().CreateDbContext());
        services.AddSingleton(new MediaFolder(Path.Combine(data, "media")));
        services.AddSingleton(new HandedFolder(Path.Combine(data, "handed")));
        services.AddSingleton(
            new HandedLimits(
                builder.Configuration.GetValue("Limits:HandedMegabytesPerAttempt", 500L) * 1_000_000,
                builder.Configuration.GetValue("Limits:HandedGigabytesPerActivity", 20L) * 1_000_000_000
            )
        );
        services.AddSingleton<EditionCache>();
        services.AddSingleton<AttemptCache>();
        services.AddSingleton(provider => new EventWriter(provider.GetRequiredService<IDbContextFactory<SlateDb>>().CreateDbContext));
        services.AddSingleton<FrameAncestors>();
        services.AddSingleton<Embeddings>();
        services.AddSingleton<SchoolLooks>();
        services.AddScoped<CardPictures>();
        services.AddSingleton<OEmbedLookup>();
        services.AddScoped<HostedLookup>();
        services.AddScoped<ActivityRights>();
        services.AddScoped<ActivityStore>();
        services.AddScoped<ActivityLibrary>();
        services.AddSingleton<Versions>();
        services.AddSingleton<JoinNumbers>();
        services.AddScoped<AttemptReader>();
        services.AddScoped<AttemptStore>();
        services.AddScoped<CourseScores>();
        services.AddScoped<AttemptRows>();
        services.AddScoped<Overdue>();
        services.AddScoped<ClassStore>();
        services.AddSingleton<AssignmentStore>();
        services.AddSingleton<PeopleStore>();
        services.AddSingleton<SchoolStore>();
        services.AddSingleton<CourseSiteStore>();
        services.AddSingleton<MailStore>();
        services.AddScoped<Merges>();
        services.AddScoped<Doors>();
        services.AddScoped<LearnerExport>();
        services.AddScoped<LearnerDeletion>();
        services.AddScoped<Device>();
        services.AddScoped<MediaStore>();
        services.AddScoped<MediaLibrary>();
        services.AddScoped<MediaIntake>();
        services.AddScoped<Replacing>();
        services.AddScoped<SaidInVideos>();
        services.AddScoped<StopUpdates>();
        services.AddSingleton(new ArrivingFolder(Path.Combine(data, "arriving")));
        services.AddSingleton<ArrivingFiles>();
        services.AddSingleton(
            new MediaLimits(builder.Configuration.GetValue("Limits:VideoMegabytes", MediaLimits.UsualVideoMegabytes) * 1024 * 1024)
        );
        services.AddSingleton<AddressFetcher>();
        services.AddScoped<PublishedActivities>();
        services.AddScoped<HandedFiles>();
        services.AddScoped<HandedIntake>();
        services.AddScoped<VoteCounts>();
        services.AddScoped<AddedSpots>();
        services.AddScoped<Gradebooks>();
        services.AddSingleton<Watch>();
        services.AddScoped<Lookouts>();
        services.AddScoped<LearnerWorks>();
        services.AddScoped<Reviewing>();
        services.Configure<MailSettings>(builder.Configuration.GetSection("Mail"));
        services.AddSingleton<Installation>();
        services.AddSingleton<IConfigureOptions<MailSettings>>(provider => provider.GetRequiredService<Installation>());
        services.AddSingleton<SessionMemory>();
        services.AddScoped<Sessions>();
        services.AddScoped<Visitors>();
        services.AddScoped<OwnSignIns>();
        services.AddScoped<Accounts>();
        services.AddScoped<Passkeys>();
        services.AddScoped<SecondFactors>();
        services.AddSingleton<LoopHealth>();
        services.AddSingleton<LoopServices>();
        services.AddScoped<MailPlan>();
        services.AddScoped<MailSender>();
        services.AddHostedService<MailLoop>();
        services.AddScoped<MailedLinks>();
        services.AddScoped<LinkMails>();
        services.AddScoped<MarkAgainRuns>();
        services.AddHostedService<MarkAgainLoop>();
        services.AddHostedService<OverdueLoop>();
        services.AddScoped<Thinner>();
        services.AddScoped<UnusedMedia>();
        services.AddScoped<OverSessions>();
        services.AddHostedService<TidyLoop>();
        services.AddSingleton<Trials>();
        services.AddSingleton<Guides>();
        services.AddSingleton(provider => new StartCatalogue(data, provider.GetRequiredService<ILogger<StartCatalogue>>()));
        services.AddSingleton<StartExamples>();
        services.AddMemoryCache();

        services
            .AddIdentity<Person, IdentityRole>(options =>
            {
                options.Password.RequiredLength = 10;
                options.Password.RequireNonAlphanumeric = false;
                options.Password.RequireUppercase = false;
                options.Password.RequireDigit = false;

                // Sign-in names are in any script; what stands in them is looked at where they are chosen.
                options.User.AllowedUserNameCharacters = "";
            })
            .AddEntityFrameworkStores<SlateDb>()
            .AddTokenProvider<AuthenticatorTokenProvider<Person>>(TokenOptions.DefaultAuthenticatorProvider);
        services.Configure<IdentityPasskeyOptions>(passkeys => passkeys.ResidentKeyRequirement = "required");
        services.ConfigureApplicationCookie(cookie =>
        {
            cookie.LoginPath = "/sign-in";
            cookie.AccessDeniedPath = "/not-yours";
            cookie.ExpireTimeSpan = TimeSpan.FromDays(30);
            cookie.Cookie.Name = "zesty-slate";
            cookie.Cookie.SameSite = SameSiteMode.Lax;
            cookie.Cookie.SecurePolicy = secure;
            cookie.Events.OnValidatePrincipal = Sessions.ValidateAsync;
        });
        services.Configure<SecurityStampValidatorOptions>(stamps => stamps.OnRefreshingPrincipal = Sessions.KeepAsync);
        services.AddFrameSessions();
        services.AddRights();
        services
            .AddDataProtection()
            .PersistKeysToFileSystem(new DirectoryInfo(Path.Combine(data, "keys")))
            .SetApplicationName("ZestySlate");
        services.AddAntiforgery(options =>
        {
            options.FormFieldName = RequestProof.Field;
            options.HeaderName = RequestProof.Header;
            options.Cookie.Name = "zesty-slate-proof";
            options.Cookie.SameSite = SameSiteMode.Lax;
            options.Cookie.SecurePolicy = secure;
            options.SuppressXFrameOptionsHeader = true;
        });
        services.DecorateAntiforgery();

        // What a form may hold is bounded by its bytes, which each endpoint limits; a table of 60 by 60 cells has thousands of fields.
        services.Configure<FormOptions>(form =>
            (form.ValueCountLimit, form.KeyLengthLimit, form.ValueLengthLimit, form.MultipartBodyLengthLimit) = (
                MostFields,
                4096,
                int.MaxValue,
                long.MaxValue
            )
        );
        services
            .AddRazorPages()
            .AddMvcOptions(mvc =>
            {
                var handlers = new PageHandlers();
                mvc.MaxModelBindingCollectionSize = MostFields;
                mvc.Filters.Add(handlers);
                mvc.ModelMetadataDetailsProviders.Add(handlers);
            });
        services.AddRazorComponents();
        services.AddSingleton<PlayAddresses, VersionedAddresses>();
        services.AddHttpContextAccessor();
        services.AddLti();
        services.AddHealthChecks().AddCheck<DatabaseHealth>("database");
        services.AddResponseCompression(options =>
        {
            options.EnableForHttps = true;
            options.Providers.Add<BrotliCompressionProvider>();
            options.Providers.Add<GzipCompressionProvider>();
            options.MimeTypes = ResponseCompressionDefaults.MimeTypes.Concat(["image/svg+xml"]);
        });
        services.Configure<BrotliCompressionProviderOptions>(options => options.Level = CompressionLevel.Optimal);
        services.AddRateLimiter(limiter =>
        {
            limiter.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
            limiter.OnRejected = async (context, stop) =>
            {
                Limits.Tell(context.HttpContext);
                context.HttpContext.Response.Headers.RetryAfter = context.Lease.TryGetMetadata(MetadataName.RetryAfter, out var wait)
                    ? $"{(int)Math.Ceiling(wait.TotalSeconds)}"
                    : "60";
                context.HttpContext.Response.ContentType = "text/plain; charset=utf-8";
                await context.HttpContext.Response.WriteAsync("Too many tries from this network. Wait a minute, then try again.", stop);
            };
            limiter.AddPolicy(Limits.SignIn, context =>
                Limits.PerAddress(context, builder.Configuration.GetValue("Limits:SignInPerMinute", 30))
            );
            limiter.AddPolicy(Limits.Codes, context =>
                Limits.PerAddress(context, builder.Configuration.GetValue("Limits:CodesPerMinute", 240))
            );
        });
    }

    /// <summary>The order in which a request passes.</summary>
    public static void UseZestySlate(this WebApplication app)
    {
        app.UseOwnAddress();
        app.UseRequestLog();
        app.UseExceptionHandler("/problem");
        app.UseStatusCodePagesWithReExecute("/problem", "?status={0}");
        app.UseMiddleware<Troubles>();
        app.UseMiddleware<CleanForms>();
        app.UseResponseCompression();
        app.UseMiddleware<SecurityHeaders>();
        app.UseMiddleware<FrameSessionPath>();
        app.UseMiddleware<Precompressed>();
        app.UseStaticFiles(Precompressed.Options());
        app.UseRouting();
        app.UseAskedRoute();
        app.UseRateLimiter();
        app.UseAuthentication();
        app.UseAuthorization();
        app.UseMiddleware<OwnPassword>();
        app.MapRazorPages();
        app.MapAuthoring();
        app.MapLearning();
        app.MapMedia();
        app.MapEmbedding();
        app.MapMediaLibrary();
        app.MapArriving();
        app.MapCalendars();
        app.MapLookout();
        app.MapLti();
        StartExamples.Map(app);
        app.MapHealthChecks("/health").AllowAnonymous();
    }

    /// <summary>Brings the database to this version and makes the roles.</summary>
    public static async Task PrepareAsync(this WebApplication app)
    {
        await using var scope = app.Services.CreateAsyncScope();
        await using var db = await scope.ServiceProvider.GetRequiredService<IDbContextFactory<SlateDb>>().CreateDbContextAsync();
        await db.PrepareAsync();
        var roles = scope.ServiceProvider.GetRequiredService<RoleManager<IdentityRole>>();
        foreach (var role in new[] { Roles.Teacher, Roles.Learner, Roles.Keeper })
        {
            if (!await roles.RoleExistsAsync(role))
            {
                await roles.CreateAsync(new IdentityRole(role));
            }
        }

        await app
            .Services.GetRequiredService<Installation>()
            .LoadAsync(db, app.Logger, bringsKeeper: app.Configuration.GetValue<bool>("Demo:Enabled"));
    }
}
