using System.IO.Compression;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core.Questions;
using ZestySlate.Storage.Handed;
using ZestySlate.Storage.People;

namespace ZestySlate.Storage.Tests;

/// <summary>The whole of an installation in one file, made while it runs, checked, brought back.</summary>
public sealed class BackupTests : TestDatabase
{
    private static CancellationToken Stop => TestContext.Current.CancellationToken;

    private string Data => Path.Combine(Folder, "data");

    private string File1 => Path.Combine(Folder, "one.zip");

    private SlateDb Open(string folder) =>
        new(
            new DbContextOptionsBuilder<SlateDb>().UseSqlite($"Data Source={Path.Combine(folder, "zesty-slate.db")};Pooling=false").Options
        );

    private async Task<string> MadeAsync()
    {
        Directory.CreateDirectory(Data);
        await using var db = Open(Data);
        await db.PrepareAsync(Stop);
        var handed = await new HandedFiles(
            new Opens(() => Open(Data)),
            new HandedFolder(Path.Combine(Data, "handed")),
            new HandedLimits(),
            Clock
        ).KeepAsync("a", "q", "tides.txt", HandedKind.Text, "text/plain", "high at six"u8.ToArray());
        return handed.Id;
    }

    [Fact]
    public async Task What_was_there_is_there_again()
    {
        var handed = await MadeAsync();
        await using (var running = Open(Data))
        {
            // It is made while somebody writes.
            running.Schools.Add(new School { Name = "Harbour School" });
            await running.SaveChangesAsync(Stop);
            Assert.True(Backup.Make(Data, File1, Clock.Now).Succeeded);
            running.Schools.Add(new School { Name = "Later" });
            await running.SaveChangesAsync(Stop);
        }

        Assert.True(Backup.Check(File1).Succeeded, Backup.Check(File1).Refusal);
        var back = Path.Combine(Folder, "back");
        Assert.True(Backup.Restore(File1, back).Succeeded);
        await using var restored = Open(back);
        Assert.Equal(["Harbour School"], await restored.Schools.Select(school => school.Name).ToListAsync(Stop));
        Assert.Equal("high at six", await File.ReadAllTextAsync(Path.Combine(back, "handed", handed[..2], handed), Stop));
    }

    [Fact]
    public async Task Nothing_is_written_over()
    {
        await MadeAsync();
        Assert.True(Backup.Make(Data, File1, Clock.Now).Succeeded);
        Assert.Contains("there already", Backup.Make(Data, File1, Clock.Now).Refusal);
        Assert.Contains("not empty", Backup.Restore(File1, Data).Refusal);
        Assert.Contains("no Zesty Slate", Backup.Make(Path.Combine(Folder, "nowhere"), Path.Combine(Folder, "two.zip"), Clock.Now).Refusal);
    }

    [Fact]
    public async Task A_backup_that_lacks_or_has_changed_something_is_told_by_its_check()
    {
        var handed = await MadeAsync();
        Assert.True(Backup.Make(Data, File1, Clock.Now).Succeeded);
        var name = $"handed/{handed[..2]}/{handed}";
        string Broken(string copy, Action<ZipArchive> damage)
        {
            var path = Path.Combine(Folder, copy);
            File.Copy(File1, path);
            using (var zip = ZipFile.Open(path, ZipArchiveMode.Update))
            {
                damage(zip);
            }

            return Backup.Check(path).Refusal ?? "whole";
        }

        Assert.Contains("is missing", Broken("a.zip", zip => zip.GetEntry(name)!.Delete()));
        Assert.Contains("is damaged", Broken("b.zip", zip =>
            {
                zip.GetEntry(name)!.Delete();
                using var other = new StreamWriter(zip.CreateEntry(name).Open());
                other.Write("high at seven");
            }));
        Assert.Contains("no backup", Broken("c.zip", zip => zip.GetEntry("backup.json")!.Delete()));
        await File.WriteAllTextAsync(Path.Combine(Folder, "d.zip"), "no zip", Stop);
        Assert.Contains("cannot be read", Backup.Check(Path.Combine(Folder, "d.zip")).Refusal);

        // A file that the database names and that is on the disk no more is found too.
        File.Delete(Path.Combine(Data, "handed", handed[..2], handed));
        Assert.True(Backup.Make(Data, Path.Combine(Folder, "e.zip"), Clock.Now).Succeeded);
        Assert.Contains(handed, Backup.Check(Path.Combine(Folder, "e.zip")).Refusal);
    }

    [Fact]
    public async Task A_keeper_is_made_from_the_terminal_and_an_account_that_is_there_becomes_one()
    {
        var password = (await Keepers.AddAsync(Data, "kai@slate.example", "Keeper Kai", Clock.Now)).Value;
        Assert.Equal(16, password.Length);
        Assert.Equal("", (await Keepers.AddAsync(Data, "KAI@slate.example", "", Clock.Now)).Value);
        Assert.NotNull((await Keepers.AddAsync(Data, "kai", "", Clock.Now)).Refusal);
        await using var db = Open(Data);
        var kai = await db.Users.SingleAsync(Stop);
        Assert.True(kai.MustSetPassword);
        Assert.Equal(2, await db.UserRoles.CountAsync(role => role.UserId == kai.Id, Stop));
        Assert.Equal(
            Microsoft.AspNetCore.Identity.PasswordVerificationResult.Success,
            new Microsoft.AspNetCore.Identity.PasswordHasher<Person>().VerifyHashedPassword(kai, kai.PasswordHash!, password)
        );
    }
}
