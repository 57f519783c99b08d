using Microsoft.AspNetCore.Identity;
using Microsoft.AspNetCore.Identity.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore;
using Microsoft.EntityFrameworkCore.Storage.ValueConversion;
using ZestySlate.Storage.Activities;
using ZestySlate.Storage.Added;
using ZestySlate.Storage.Attempts;
using ZestySlate.Storage.Classes;
using ZestySlate.Storage.CourseSites;
using ZestySlate.Storage.Door;
using ZestySlate.Storage.Handed;
using ZestySlate.Storage.Mails;
using ZestySlate.Storage.MarkingAgain;
using ZestySlate.Storage.Media;
using ZestySlate.Storage.People;
using ZestySlate.Storage.Reviewing;
using ZestySlate.Storage.Sqlite;
using ZestySlate.Storage.Votes;

namespace ZestySlate.Storage;

/// <summary>The database of one installation.</summary>
public sealed class SlateDb(DbContextOptions<SlateDb> options) : IdentityDbContext<Person>(options)
{
    public DbSet<ActivityRecord> Activities => Set<ActivityRecord>();

    public DbSet<RevisionRecord> Revisions => Set<RevisionRecord>();

    public DbSet<EditionRecord> Editions => Set<EditionRecord>();

    public DbSet<ActivityWords> ActivityWords => Set<ActivityWords>();

    public DbSet<ActivityColleague> ActivityColleagues => Set<ActivityColleague>();

    public DbSet<ActivityOpening> ActivityOpenings => Set<ActivityOpening>();

    public DbSet<School> Schools => Set<School>();

    public DbSet<MediaRecord> Media => Set<MediaRecord>();

    public DbSet<MediaItem> MediaItems => Set<MediaItem>();

    public DbSet<MediaUse> MediaUses => Set<MediaUse>();

    public DbSet<ClassRecord> Classes => Set<ClassRecord>();

    public DbSet<EnrolmentRecord> Enrolments => Set<EnrolmentRecord>();

    public DbSet<AssignmentRecord> Assignments => Set<AssignmentRecord>();

    public DbSet<MergeRecord> Merges => Set<MergeRecord>();

    public DbSet<AssignmentException> AssignmentExceptions => Set<AssignmentException>();

    public DbSet<MarkAgainRun> MarkAgainRuns => Set<MarkAgainRun>();

    public DbSet<PhraseRecord> Phrases => Set<PhraseRecord>();

    public DbSet<AttemptRecord> Attempts => Set<AttemptRecord>();

    public DbSet<EventRecord> Events => Set<EventRecord>();

    public DbSet<RowRecord> AttemptRows => Set<RowRecord>();

    public DbSet<HandedFileRecord> HandedFiles => Set<HandedFileRecord>();

    public DbSet<AddedSpotRecord> AddedSpots => Set<AddedSpotRecord>();

    public DbSet<VoteCount> VoteCounts => Set<VoteCount>();

    public DbSet<CourseSiteRecord> CourseSites => Set<CourseSiteRecord>();

    public DbSet<CourseSitePerson> CourseSitePeople => Set<CourseSitePerson>();

    public DbSet<AccountLink> AccountLinks => Set<AccountLink>();

    public DbSet<CourseMember> CourseMembers => Set<CourseMember>();

    public DbSet<CourseSiteLogin> CourseSiteLogins => Set<CourseSiteLogin>();

    public DbSet<ScoreDelivery> ScoreDeliveries => Set<ScoreDelivery>();

    public DbSet<RefusedLaunch> RefusedLaunches => Set<RefusedLaunch>();

    public DbSet<RegistrationLink> RegistrationLinks => Set<RegistrationLink>();

    public DbSet<ToolKey> ToolKeys => Set<ToolKey>();

    public DbSet<MailRecord> Mails => Set<MailRecord>();

    public DbSet<MailedSignIn> MailedSignIns => Set<MailedSignIn>();

    public DbSet<KnownDevice> KnownDevices => Set<KnownDevice>();

    public DbSet<DoorAsk> DoorAsks => Set<DoorAsk>();

    public DbSet<SignedInSession> SignedInSessions => Set<SignedInSession>();

    public DbSet<PasswordLink> PasswordLinks => Set<PasswordLink>();

    public DbSet<InstallationRecord> Installation => Set<InstallationRecord>();

    public DbSet<FrameSession> FrameSessions => Set<FrameSession>();

    public override async Task<int> SaveChangesAsync(bool acceptAllChangesOnSuccess, CancellationToken cancellationToken = default)
    {
        await Provider.OneWriter.WaitAsync(cancellationToken);
        try
        {
            return await base.SaveChangesAsync(acceptAllChangesOnSuccess, cancellationToken);
        }
        finally
        {
            Provider.OneWriter.Release();
        }
    }

    /// <summary>Saves the changes, and what else belongs to them, as one write: all or nothing.</summary>
    /// <param name="more">What else is written, through this context; what it adds to the changes it saves by <see cref="SaveInTogetherAsync"/>.</param>
    public async Task SaveTogetherAsync(Func<Task> more)
    {
        await Provider.OneWriter.WaitAsync();
        try
        {
            await using var together = await Database.BeginTransactionAsync();
            await base.SaveChangesAsync(true);
            await more();
            await together.CommitAsync();
        }
        finally
        {
            Provider.OneWriter.Release();
        }
    }

    /// <summary>Saves what was added to the changes inside of <see cref="SaveTogetherAsync"/>.</summary>
    internal Task SaveInTogetherAsync() => base.SaveChangesAsync(true);

    /// <summary>Brings the database to this version's tables.</summary>
    public async Task PrepareAsync(CancellationToken stop = default)
    {
        await Database.MigrateAsync(stop);
        await Provider.PrepareAsync(this, stop);
        await DraftIndex.EnsureAsync(this, stop);
        await HandoutsOfBefore.EnsureAsync(this, stop);
    }

    protected override void OnModelCreating(ModelBuilder builder)
    {
        base.OnModelCreating(builder);
        builder.Entity<IdentityUserPasskey<string>>(passkey =>
        {
            // As the framework's own schema has them from its third version on, whoever opens the database.
            passkey.ToTable("AspNetUserPasskeys");
            passkey.HasKey(one => one.CredentialId);
            passkey.Property(one => one.CredentialId).HasMaxLength(1024);
            passkey.OwnsOne(one => one.Data).ToJson();
            passkey.HasOne<Person>().WithMany().HasForeignKey(one => one.UserId).IsRequired();
        });
        builder.Entity<ActivityRecord>().HasIndex(activity => new { activity.OwnerId, activity.ChangedAt });
        builder.Entity<ActivityRecord>().HasIndex(activity => activity.Visibility);
        builder.Entity<ActivityRecord>().HasIndex(activity => activity.JoinNumber).IsUnique();
        builder.Entity<ActivityWords>().HasKey(words => words.ActivityId);
        builder.Entity<ActivityOpening>().HasKey(opening => new { opening.ActivityId, opening.PersonId });
        builder.Entity<ActivityColleague>().HasKey(colleague => new { colleague.ActivityId, colleague.PersonId });
        builder.Entity<ActivityColleague>().HasIndex(colleague => colleague.PersonId);
        builder.Entity<RevisionRecord>().HasKey(revision => new { revision.ActivityId, revision.Number });
        builder.Entity<EditionRecord>().HasKey(edition => new { edition.ActivityId, edition.Number });
        builder.Entity<MediaRecord>().HasKey(media => media.Hash);
        builder
            .Entity<MediaItem>()
            .HasIndex(item => new
            {
                item.OwnerId,
                item.BinnedAt,
                item.AddedAt,
            });
        builder.Entity<MediaItem>().HasIndex(item => item.Hash);
        builder.Entity<MediaUse>().HasKey(use => new { use.ActivityId, use.Hash });
        builder.Entity<MediaUse>().HasIndex(use => use.Hash);
        builder.Entity<ClassRecord>().HasIndex(group => group.Code).IsUnique();
        builder.Entity<EnrolmentRecord>().HasKey(enrolment => new { enrolment.ClassId, enrolment.PersonId });
        builder
            .Entity<AssignmentRecord>()
            .HasIndex(assignment => new
            {
                assignment.CourseSiteId,
                assignment.DeploymentId,
                assignment.ResourceLinkId,
                assignment.ActivityId,
            })
            .IsUnique();
        builder.Entity<AssignmentRecord>().HasIndex(assignment => new { assignment.ClassId, assignment.ActivityId });
        builder
            .Entity<AssignmentRecord>()
            .Ignore(assignment => assignment.GradeRule)
            .Ignore(assignment => assignment.Terms)
            .Ignore(assignment => assignment.IsGiven);
        builder.Entity<AssignmentException>().HasKey(exception => new { exception.AssignmentId, exception.PersonId });
        builder.Entity<MergeRecord>().HasIndex(merge => new { merge.ClassId, merge.KeptId });
        builder.Entity<MarkAgainRun>().HasIndex(run => run.ActivityId);
        builder.Entity<PhraseRecord>().HasIndex(phrase => phrase.OwnerId);
        builder.Entity<AttemptRecord>().HasIndex(attempt => new { attempt.ActivityId, attempt.PersonId });
        builder.Entity<AttemptRecord>().HasIndex(attempt => attempt.AssignmentId);
        builder.Entity<AttemptRecord>().HasIndex(attempt => attempt.ActivityId).HasFilter("\"HandedInAt\" IS NULL");
        builder.Entity<AttemptRecord>().HasIndex(attempt => attempt.Id).HasFilter("NOT \"Recorded\"");
        builder.Entity<EventRecord>().HasKey(happened => new { happened.AttemptId, happened.Sequence });
        builder.Entity<RowRecord>().HasKey(row => new { row.AttemptId, row.Events });
        builder.Entity<RowRecord>().HasOne<AttemptRecord>().WithMany().HasForeignKey(row => row.AttemptId);
        builder.Entity<HandedFileRecord>().HasIndex(file => file.AttemptId);
        builder.Entity<HandedFileRecord>().Ignore(file => file.Handed);
        builder.Entity<AddedSpotRecord>().HasIndex(spot => new { spot.ActivityId, spot.AssignmentId });
        builder.Entity<AddedSpotRecord>().HasIndex(spot => spot.PersonId);
        builder
            .Entity<VoteCount>()
            .HasKey(count => new
            {
                count.ActivityId,
                count.AssignmentId,
                count.SpotId,
                count.Part,
                count.Choice,
            });
        builder.Entity<CourseSiteRecord>().HasIndex(site => new { site.Issuer, site.ClientId }).IsUnique();
        builder.Entity<CourseSitePerson>().HasKey(person => new { person.CourseSiteId, person.Subject });
        builder.Entity<AccountLink>().HasKey(link => new { link.CourseSiteId, link.Subject });
        builder.Entity<AccountLink>().HasIndex(link => link.PersonId);
        builder.Entity<CourseSiteRecord>().Property(site => site.MakesTeachers).HasDefaultValue(true).HasSentinel(true);
        builder.Entity<CourseMember>().HasKey(member => new { member.AssignmentId, member.Subject });
        builder.Entity<CourseSiteRecord>().Property(site => site.LearnsFrames).HasDefaultValue(true).HasSentinel(true);
        builder.Entity<CourseSiteRecord>().Ignore(site => site.FramedBy);
        builder.Entity<CourseSiteLogin>().HasKey(login => login.State);
        builder
            .Entity<RefusedLaunch>()
            .HasIndex(refused => new
            {
                refused.CourseSiteId,
                refused.Reason,
                refused.Detail,
            });
        builder.Entity<RegistrationLink>().HasKey(link => link.TokenHash);
        builder.Entity<AssignmentRecord>().HasIndex(assignment => assignment.MembersNext);
        builder.Entity<ScoreDelivery>().HasIndex(delivery => new { delivery.DeliveredAt, delivery.NextTry });
        builder.Entity<MailRecord>().HasIndex(mail => mail.Key).IsUnique();
        builder.Entity<MailRecord>().HasIndex(mail => new { mail.SentAt, mail.NextTry });
        builder.Entity<MailedSignIn>().HasKey(link => link.TokenHash);
        builder.Entity<KnownDevice>().HasKey(one => new { one.PersonId, one.DeviceHash });
        builder.Entity<KnownDevice>().HasIndex(one => one.DeviceHash);
        builder.Entity<DoorAsk>().HasIndex(ask => ask.PersonId);
        builder.Entity<DoorAsk>().HasIndex(ask => ask.ClassId);
        builder.Entity<SignedInSession>().HasIndex(session => session.PersonId);
        builder.Entity<SignedInSession>().HasIndex(session => session.SeenAt);
        builder.Entity<PasswordLink>().HasKey(link => link.TokenHash);
        builder.Entity<FrameSession>().HasIndex(session => session.PersonId);
        builder.Entity<FrameSession>().HasKey(session => session.TokenHash);
    }

    protected override void ConfigureConventions(ModelConfigurationBuilder builder) =>
        builder.Properties<DateTimeOffset>().HaveConversion<UtcTicks>();

    /// <summary>Times are stored as UTC ticks, which every database can sort and compare.</summary>
    private sealed class UtcTicks()
        : ValueConverter<DateTimeOffset, long>(at => at.UtcTicks, ticks => new DateTimeOffset(ticks, TimeSpan.Zero));
}
