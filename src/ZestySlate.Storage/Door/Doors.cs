using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.People;

namespace ZestySlate.Storage.Door;

/// <summary>What somebody finds at the door.</summary>
/// <param name="IsOpen">True when they may come in.</param>
/// <param name="Ask">What they asked, which waits or was answered; null where it is open, or where too many wait under this name.</param>
public sealed record Doorstep(bool IsOpen, DoorAsk? Ask);

/// <summary>Somebody who waits, as who may let them in sees it.</summary>
/// <param name="Ask">What they asked.</param>
/// <param name="Name">As whom they want to come in.</param>
/// <param name="ClassName">Into which class.</param>
public sealed record Waiting(DoorAsk Ask, string Name, string ClassName);

/// <summary>
/// The door of a class that is come into by its code. In a class everybody knows the code and all names, so a name alone opens
/// only once: who comes from a device where that learner never came in waits until the teacher, or the learner at a device of
/// theirs, lets them in, or gives the learner's own sign. At a device that several learners used the sign is asked for.
/// </summary>
public sealed class Doors(IDbContextFactory<SlateDb> open, IPasswordHasher<Person> hasher, TimeProvider clock)
{
    /// <summary>How many wrong signs are taken for one learner within <see cref="Patience"/>; then the teacher is asked.</summary>
    public const int MostWrongSigns = 5;

    /// <summary>How many may wait under one name.</summary>
    public const int MostWaiting = 5;

    /// <summary>How long having been sent away holds.</summary>
    public static readonly TimeSpan Rest = TimeSpan.FromMinutes(15);

    /// <summary>How long somebody waits at most.</summary>
    public static readonly TimeSpan Patience = TimeSpan.FromHours(1);

    /// <summary>How long it stays on record who waited.</summary>
    public static readonly TimeSpan Remembered = TimeSpan.FromDays(30);

    /// <summary>People come to the door one after the other: of two who come at once under a new name, one is the first.</summary>
    private static readonly SemaphoreSlim OneAtATime = new(1, 1);

    /// <summary>Comes to the door. Where it is open the device is known from then on.</summary>
    public async Task<Doorstep> ComeAsync(ClassRecord group, string personId, string device, string browser)
    {
        await OneAtATime.WaitAsync();
        try
        {
            return await StandAsync(group, personId, device, browser);
        }
        finally
        {
            OneAtATime.Release();
        }
    }

    private async Task<Doorstep> StandAsync(ClassRecord group, string personId, string device, string browser)
    {
        await using var db = await open.CreateDbContextAsync();
        var now = clock.GetUtcNow();
        var known = await db.KnownDevices.AsNoTracking().Where(one => one.PersonId == personId || one.DeviceHash == device).ToListAsync();
        var sign = await SignOfAsync(db, personId);
        var (here, shared) = (
            known.Any(one => one.PersonId == personId && one.DeviceHash == device),
            known.Any(one => one.PersonId != personId)
        );
        var isNew = sign is null && !known.Any(one => one.PersonId == personId);
        if (group.OpenDoor || isNew || (here && !(shared && sign is not null)))
        {
            await KnowAsync(personId, device, browser);
            return new Doorstep(true, null);
        }

        await db.DoorAsks.Where(ask => ask.At < now - Remembered).ExecuteDeleteAsync();
        var asked = await db.DoorAsks.Where(ask => ask.PersonId == personId && ask.At > now - Patience).ToListAsync();
        var mine = asked.Where(ask => ask.DeviceHash == device && ask.ClassId == group.Id).MaxBy(ask => ask.At);
        if (mine is { Answer: DoorAnswer.None } || (mine is { Answer: DoorAnswer.SentAway } && mine.AnsweredAt > now - Rest))
        {
            return new Doorstep(false, mine);
        }

        if (asked.Count(ask => ask.Answer == DoorAnswer.None) >= MostWaiting)
        {
            return new Doorstep(false, null);
        }

        var made = new DoorAsk
        {
            Id = Ids.New(16),
            ClassId = group.Id,
            PersonId = personId,
            DeviceHash = device,
            Browser = browser,
            At = now,
        };
        db.DoorAsks.Add(made);
        await db.SaveChangesAsync();
        return new Doorstep(false, made);
    }

    /// <summary>What a device asked, or null.</summary>
    public async Task<DoorAsk?> FindAsync(string askId, string device)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.DoorAsks.AsNoTracking().SingleOrDefaultAsync(ask => ask.Id == askId && ask.DeviceHash == device);
    }

    /// <summary>True when somebody who asked may come in: they were let in, and the device was not forgotten since.</summary>
    public async Task<bool> MayComeInAsync(DoorAsk ask)
    {
        if (ask.Answer is DoorAnswer.None or DoorAnswer.SentAway)
        {
            return false;
        }

        await using var db = await open.CreateDbContextAsync();
        return await db.KnownDevices.AnyAsync(one => one.PersonId == ask.PersonId && one.DeviceHash == ask.DeviceHash);
    }

    /// <summary>True when the learner has a sign of their own.</summary>
    public async Task<bool> HasSignAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await SignOfAsync(db, personId) is not null;
    }

    /// <summary>True when no further sign is taken for this learner for a while.</summary>
    public async Task<bool> IsTiredAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        var since = clock.GetUtcNow() - Patience;
        return await db.DoorAsks.Where(ask => ask.PersonId == personId && ask.At > since).SumAsync(ask => ask.WrongSigns) >= MostWrongSigns;
    }

    /// <summary>Gives a sign. True when it is the learner's own: the door is open from then on for this device.</summary>
    public async Task<bool> GiveSignAsync(string askId, string device, string sign)
    {
        await using var db = await open.CreateDbContextAsync();
        if (
            await db.DoorAsks.SingleOrDefaultAsync(ask => ask.Id == askId && ask.DeviceHash == device && ask.Answer == DoorAnswer.None)
                is not { } ask
            || await IsTiredAsync(ask.PersonId)
        )
        {
            return false;
        }

        var person = await db.Users.AsNoTracking().SingleAsync(one => one.Id == ask.PersonId);
        if (person.OwnSignHash is not { } hash || hasher.VerifyHashedPassword(person, hash, sign) == PasswordVerificationResult.Failed)
        {
            ask.WrongSigns++;
            await db.SaveChangesAsync();
            return false;
        }

        await AnswerAsync(db, ask, DoorAnswer.Sign);
        return true;
    }

    /// <summary>Sets a learner's own sign, as <see cref="OwnSign.Read"/> gives it.</summary>
    public async Task SetSignAsync(string personId, string sign)
    {
        await using var db = await open.CreateDbContextAsync();
        var person = await db.Users.SingleAsync(one => one.Id == personId);
        person.OwnSignHash = hasher.HashPassword(person, sign);
        await db.SaveChangesAsync();
    }

    /// <summary>Those whom a person may let in: into their own classes, or as themselves.</summary>
    public async Task<IReadOnlyList<Waiting>> WaitingForAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        var since = clock.GetUtcNow() - Patience;
        return await (
            from ask in db.DoorAsks.AsNoTracking()
            join enrolment in db.Enrolments on new { ask.ClassId, ask.PersonId } equals new { enrolment.ClassId, enrolment.PersonId }
            join one in db.Classes on ask.ClassId equals one.Id
            where ask.Answer == DoorAnswer.None && ask.At > since && (one.TeacherId == personId || ask.PersonId == personId)
            orderby ask.At
            select new Waiting(ask, enrolment.RosterName, one.Name)
        ).ToListAsync();
    }

    /// <summary>True when somebody waits as this learner.</summary>
    public async Task<bool> SomebodyWaitsAsAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        var since = clock.GetUtcNow() - Patience;
        return await db.DoorAsks.AnyAsync(ask => ask.PersonId == personId && ask.Answer == DoorAnswer.None && ask.At > since);
    }

    /// <summary>Lets somebody in, or sends them away. False when it is not this person's to say, or was said already.</summary>
    public async Task<bool> AnswerAsync(string askId, string personId, bool letsIn)
    {
        await using var db = await open.CreateDbContextAsync();
        var since = clock.GetUtcNow() - Patience;
        if (
            await db.DoorAsks.SingleOrDefaultAsync(one => one.Id == askId && one.Answer == DoorAnswer.None && one.At > since) is not { } ask
        )
        {
            return false;
        }

        var teaches = await db.Classes.AnyAsync(one => one.Id == ask.ClassId && one.TeacherId == personId);
        if (!teaches && ask.PersonId != personId)
        {
            return false;
        }

        await AnswerAsync(
            db,
            ask,
            !letsIn ? DoorAnswer.SentAway
                : teaches ? DoorAnswer.LetInByTeacher
                : DoorAnswer.LetInByLearner
        );
        return true;
    }

    /// <summary>The devices at which a learner came in, the newest first.</summary>
    public async Task<IReadOnlyList<KnownDevice>> DevicesOfAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .KnownDevices.AsNoTracking()
            .Where(one => one.PersonId == personId)
            .OrderByDescending(one => one.Since)
            .ToListAsync();
    }

    /// <summary>Who wanted to come in as a learner lately, the newest first.</summary>
    public async Task<IReadOnlyList<DoorAsk>> AsksOfAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .DoorAsks.AsNoTracking()
            .Where(one => one.PersonId == personId)
            .OrderByDescending(one => one.At)
            .Take(20)
            .ToListAsync();
    }

    /// <summary>Forgets a learner's devices and sign: whoever comes next under the name is let in as at the first time.</summary>
    public async Task ForgetAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        await db.KnownDevices.Where(one => one.PersonId == personId).ExecuteDeleteAsync();
        await db.DoorAsks.Where(one => one.PersonId == personId && one.Answer == DoorAnswer.None).ExecuteDeleteAsync();
        await db.Users.Where(one => one.Id == personId).ExecuteUpdateAsync(set => set.SetProperty(one => one.OwnSignHash, (string?)null));
    }

    /// <summary>Knows a device as the learner's from now on.</summary>
    public async Task KnowAsync(string personId, string device, string browser)
    {
        await using var db = await open.CreateDbContextAsync();
        if (await db.KnownDevices.AnyAsync(one => one.PersonId == personId && one.DeviceHash == device))
        {
            return;
        }

        db.KnownDevices.Add(
            new KnownDevice
            {
                PersonId = personId,
                DeviceHash = device,
                Browser = browser,
                Since = clock.GetUtcNow(),
            }
        );
        try
        {
            await db.SaveChangesAsync();
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            // In another tab of the same device it was noted just now.
        }
    }

    private async Task AnswerAsync(SlateDb db, DoorAsk ask, DoorAnswer answer)
    {
        (ask.Answer, ask.AnsweredAt) = (answer, clock.GetUtcNow());
        await db.SaveChangesAsync();
        if (answer != DoorAnswer.SentAway)
        {
            await KnowAsync(ask.PersonId, ask.DeviceHash, ask.Browser);
        }
    }

    private static Task<string?> SignOfAsync(SlateDb db, string personId) =>
        db.Users.Where(one => one.Id == personId).Select(one => one.OwnSignHash).SingleOrDefaultAsync();
}
