using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Storage.Media;
using ZestySlate.Storage.People;
using ZestySlate.Storage.Sqlite;

namespace ZestySlate.Storage.Tests;

/// <summary>A database of its own for each test, on disk as in real use.</summary>
public abstract class TestDatabase : IAsyncLifetime, IDbContextFactory<SlateDb>
{
    private readonly string _folder = Directory.CreateTempSubdirectory("slate-test").FullName;

    protected TestClock Clock { get; } = new();

    protected string Folder => _folder;

    protected EditionCache Cache { get; } = new();

    protected AttemptCache Remembered { get; private set; } = new();

    protected EventWriter Writer => field ??= new EventWriter(NewDb);

    /// <summary>Forgets everything in memory, as a restart does.</summary>
    protected void Restart() => Remembered = new AttemptCache();

    protected SlateDb NewDb() => Open(_folder);

    public SlateDb CreateDbContext() => NewDb();

    private static string FileIn(string folder) => Path.Combine(folder, "test.db");

    private static SlateDb Open(string folder) => Provider.Open(FileIn(folder), pooled: false);

    protected ActivityStore Activities => new(this, Cache, Clock);

    protected ActivityRights Rights => new(this);

    protected ActivityLibrary Shelves => new(this, Activities, Rights, Clock);

    protected AttemptReader Reader => new(this, Activities, Remembered, Clock);

    protected CourseScores Scores => new(this, Reader, Clock);

    protected AttemptStore Attempts => new(this, Activities, Reader, Scores, Remembered, Writer, Clock);

    protected ClassStore Classes => new(this, Clock);

    protected MediaStore Media => new(this, new MediaFolder(Path.Combine(_folder, "media")), Clock);

    /// <summary>
    /// The file of a database just prepared, with two teachers: made once through every migration, and copied for each test.
    /// It is whole in itself, since the last connection that closes writes the log into it.
    /// </summary>
    private static readonly Lazy<Task<byte[]>> Template = new(async () =>
    {
        var folder = Directory.CreateTempSubdirectory("slate-template").FullName;
        await using (var db = Open(folder))
        {
            await db.PrepareAsync();
            db.Users.Add(
                new Person
                {
                    Id = "ines",
                    UserName = "ines",
                    DisplayName = "Ines Halloran",
                }
            );
            db.Users.Add(
                new Person
                {
                    Id = "tobiah",
                    UserName = "tobiah",
                    DisplayName = "Tobiah Renn",
                }
            );
            await db.SaveChangesAsync();
        }

        var made = await File.ReadAllBytesAsync(FileIn(folder));
        Directory.Delete(folder, true);
        return made;
    });

    public async ValueTask InitializeAsync() =>
        await File.WriteAllBytesAsync(FileIn(_folder), await Template.Value, TestContext.Current.CancellationToken);

    public ValueTask DisposeAsync()
    {
        Directory.Delete(_folder, true);
        GC.SuppressFinalize(this);
        return ValueTask.CompletedTask;
    }

    /// <summary>Opens databases that the test chooses.</summary>
    protected sealed class Opens(Func<SlateDb> open) : IDbContextFactory<SlateDb>
    {
        public SlateDb CreateDbContext() => open();
    }

    /// <summary>An activity with a note and a question whose right option is a.</summary>
    protected static Activity Garden(string title = "Garden") =>
        new()
        {
            Title = title,
            Scenes =
            [
                new Scene
                {
                    Id = "scene",
                    Backdrop = new PictureBackdrop(
                        new Picture
                        {
                            Media = new string('0', 64),
                            Width = 100,
                            Height = 50,
                        }
                    ),
                    Spots =
                    [
                        new Spot
                        {
                            Id = "n",
                            Place = new AtPoint(0.1, 0.1),
                            Content = new Note { Title = "Note" },
                        },
                        new Spot
                        {
                            Id = "q",
                            Place = new AtPoint(0.5, 0.5),
                            Content = new Ask(
                                new MultipleChoiceQuestion
                                {
                                    Prompt = RichText.Plain("Which?"),
                                    Options =
                                    [
                                        new Option
                                        {
                                            Id = "a",
                                            Text = "A",
                                            Right = true,
                                        },
                                        new Option { Id = "b", Text = "B" },
                                    ],
                                }
                            ),
                        },
                    ],
                },
            ],
        };

    /// <summary>A published activity with the id "garden".</summary>
    protected async Task<ActivityRecord> PublishedAsync()
    {
        var store = Activities;
        await store.CreateAsync("ines", Garden(), "garden");
        await store.PublishAsync("garden", "ines");
        return (await store.DraftAsync("garden"))!.Record;
    }
}

/// <summary>A clock that tests set.</summary>
public sealed class TestClock : TimeProvider
{
    public DateTimeOffset Now { get; set; } = new(2026, 11, 2, 9, 0, 0, TimeSpan.Zero);

    public override DateTimeOffset GetUtcNow() => Now;
}
