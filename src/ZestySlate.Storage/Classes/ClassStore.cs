using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Core.Classes;
using ZestySlate.Storage.People;

namespace ZestySlate.Storage.Classes;

/// <summary>Keeps classes with their learners, and what was given to them.</summary>
public sealed class ClassStore(IDbContextFactory<SlateDb> open, TimeProvider clock)
{
    /// <summary>The greatest number of learners in one class.</summary>
    public const int MostLearners = 400;

    /// <summary>A class.</summary>
    public async Task<ClassRecord> ClassAsync(int id)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Classes.AsNoTracking().SingleAsync(group => group.Id == id);
    }

    /// <summary>The learners of a class, by name as a computer sorts them.</summary>
    public async Task<IReadOnlyList<EnrolmentRecord>> RosterAsync(int classId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db
            .Enrolments.AsNoTracking()
            .Where(learner => learner.ClassId == classId)
            .OrderBy(learner => learner.RosterName)
            .ToListAsync();
    }

    /// <summary>True for a learner of some class.</summary>
    public async Task<bool> HasLearnerAsync(string personId)
    {
        await using var db = await open.CreateDbContextAsync();
        return await db.Enrolments.AnyAsync(learner => learner.PersonId == personId);
    }

    /// <summary>The classes of a teacher by name, each with how many learners it has and how much it was given.</summary>
    public async Task<IReadOnlyList<(ClassRecord Class, int Learners, int Given)>> OfTeacherAsync(string teacherId)
    {
        await using var db = await open.CreateDbContextAsync();
        var found = await db
            .Classes.AsNoTracking()
            .Where(group => group.TeacherId == teacherId)
            .OrderBy(group => group.Name)
            .Select(group => new
            {
                group,
                Learners = db.Enrolments.Count(learner => learner.ClassId == group.Id),
                Given = db.Assignments.Count(given => given.ClassId == group.Id),
            })
            .ToListAsync();
        return found.Select(one => (one.group, one.Learners, one.Given)).ToList();
    }

    /// <summary>What a class was given, by title, each with how many have handed it in.</summary>
    public async Task<IReadOnlyList<(AssignmentRecord Given, int HandedIn)>> GivenAsync(int classId)
    {
        await using var db = await open.CreateDbContextAsync();
        var found = await db
            .Assignments.AsNoTracking()
            .Where(given => given.ClassId == classId && !given.Withdrawn)
            .OrderBy(given => given.Title)
            .Select(given => new
            {
                given,
                HandedIn = db
                    .Attempts.Where(one => one.AssignmentId == given.Id && one.HandedInAt != null)
                    .Select(one => one.PersonId)
                    .Distinct()
                    .Count(),
            })
            .ToListAsync();
        return found.Select(one => (one.given, one.HandedIn)).ToList();
    }

    /// <summary>Sets how much time learners have, as a factor of what all have.</summary>
    /// <returns>By how much more whose time has grown, or less where it has shrunk.</returns>
    public async Task<IReadOnlyList<(string PersonId, decimal More)>> SetTimesAsync(
        int classId,
        IReadOnlyDictionary<string, decimal> factors
    )
    {
        await using var db = await open.CreateDbContextAsync();
        var changed = new List<(string, decimal)>();
        foreach (var learner in await db.Enrolments.Where(learner => learner.ClassId == classId).ToListAsync())
        {
            if (factors.TryGetValue(learner.PersonId, out var factor) && factor != learner.TimeFactor)
            {
                changed.Add((learner.PersonId, factor - learner.TimeFactor));
                learner.TimeFactor = factor;
            }
        }

        await db.SaveChangesAsync();
        return changed;
    }

    /// <summary>Sets how learners say who they are, and whether a name that has come in waits at another device.</summary>
    public async Task SetDoorAsync(int classId, IdentifiedBy by, bool holds)
    {
        await using var db = await open.CreateDbContextAsync();
        var group = await db.Classes.SingleAsync(group => group.Id == classId);
        group.OpenDoor = group.IdentifiedBy == IdentifiedBy.MailedLink ? group.OpenDoor : !holds;
        group.IdentifiedBy = by;
        await db.SaveChangesAsync();
    }

    /// <summary>Sets how much the categories of the gradebook weigh, as they were typed.</summary>
    public async Task SetWeightsAsync(int classId, string weights)
    {
        await using var db = await open.CreateDbContextAsync();
        (await db.Classes.SingleAsync(group => group.Id == classId)).Weights = weights;
        await db.SaveChangesAsync();
    }

    /// <summary>A new class of the names typed, one a line.</summary>
    public Task<Outcome<ClassRecord>> CreateAsync(string teacherId, string name, string typedNames) =>
        CreateAsync(
            teacherId,
            name,
            typedNames
                .Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
                .Select(one => (one, "", ""))
                .ToList()
        );

    /// <summary>A new class; names that stand twice are told apart by a number.</summary>
    /// <param name="teacherId">Whose class it is.</param>
    /// <param name="name">Its name.</param>
    /// <param name="learners">Name, number and e-mail of each; a number and an e-mail can be empty.</param>
    public async Task<Outcome<ClassRecord>> CreateAsync(
        string teacherId,
        string name,
        IReadOnlyList<(string Name, string Number, string Email)> learners
    )
    {
        if (string.IsNullOrWhiteSpace(name))
        {
            return Outcome<ClassRecord>.Refused("A class needs a name.");
        }

        if (learners.Count is 0 or > MostLearners)
        {
            return Outcome<ClassRecord>.Refused(
                learners.Count == 0
                    ? "Type the learners' names, one a line."
                    : $"A class has up to {MostLearners} learners; here are {learners.Count}."
            );
        }

        var group = new ClassRecord
        {
            Name = name.Trim(),
            TeacherId = teacherId,
            Code = Ids.JoinCode(),
        };
        await using var db = await open.CreateDbContextAsync();
        db.Classes.Add(group);

        // A class is there with all its learners, or not at all.
        await db.SaveTogetherAsync(async () =>
        {
            foreach (var same in learners.GroupBy(learner => learner.Name.Cut(100)))
            {
                foreach (var (learner, i) in same.Select((learner, i) => (learner, i)))
                {
                    var rosterName = i == 0 ? same.Key : $"{same.Key} {i + 1}";
                    var person = new Person
                    {
                        UserName = Ids.Secret(),
                        DisplayName = rosterName,
                        CreatedAt = clock.GetUtcNow(),
                    };
                    db.Users.Add(person);
                    db.Enrolments.Add(
                        new EnrolmentRecord
                        {
                            ClassId = group.Id,
                            PersonId = person.Id,
                            RosterName = rosterName,
                            Number = learner.Number.Cut(100),
                            Email = learner.Email.Cut(254),
                        }
                    );
                }
            }

            await db.SaveInTogetherAsync();
        });
        return group;
    }

    /// <summary>Adds learners to a class. Who is in it already (by number, else by e-mail address, else by name) is not added twice; a
    /// number or an address that is missing there is filled in.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="learners">Name, number and e-mail of each.</param>
    /// <returns>How many were added and filled in; why none was, in words.</returns>
    public async Task<Outcome<RosterAdded>> AddAsync(int classId, IReadOnlyList<(string Name, string Number, string Email)> learners)
    {
        await using var db = await open.CreateDbContextAsync();
        var roster = await db.Enrolments.Where(e => e.ClassId == classId).ToListAsync();
        var index = new RosterIndex(roster);
        var (added, filled) = (0, 0);
        foreach (var (name, number, email) in learners.Where(learner => !string.IsNullOrWhiteSpace(learner.Name)))
        {
            if (index.Find(name, number, email) is { } known)
            {
                var fills = (known.Number.Length == 0 && number.Length > 0) || (known.Email.Length == 0 && email.Length > 0);
                (known.Number, known.Email) = (
                    known.Number.Length > 0 ? known.Number : number,
                    known.Email.Length > 0 ? known.Email : email
                );
                filled += fills ? 1 : 0;
                index.Add(known);
                continue;
            }

            var told = name;
            for (var i = 2; index.HasName(told); i++)
            {
                told = $"{name} {i}";
            }

            var person = new Person
            {
                UserName = Ids.Secret(),
                DisplayName = told,
                CreatedAt = clock.GetUtcNow(),
            };
            var enrolment = new EnrolmentRecord
            {
                ClassId = classId,
                PersonId = person.Id,
                RosterName = told,
                Number = number,
                Email = email,
            };
            db.Users.Add(person);
            db.Enrolments.Add(enrolment);
            index.Add(enrolment);
            added++;
        }

        if (roster.Count + added > MostLearners)
        {
            return Outcome<RosterAdded>.Refused(
                $"A class has up to {MostLearners} learners; with these it would be {roster.Count + added}."
            );
        }

        await db.SaveChangesAsync();
        return new RosterAdded(added, filled);
    }

    /// <summary>Sets how a learner stands on the roster, and how they are called where it is theirs alone.</summary>
    public async Task DescribeAsync(int classId, string personId, string name, string number, string email)
    {
        await using var db = await open.CreateDbContextAsync();
        var learner = await db.Enrolments.SingleAsync(e => e.ClassId == classId && e.PersonId == personId);
        if (
            await db.Users.SingleOrDefaultAsync(person =>
                person.Id == personId && person.Email == null && person.DisplayName == learner.RosterName
            ) is
            { } same
        )
        {
            same.DisplayName = name;
        }

        (learner.RosterName, learner.Number, learner.Email) = (name, number, email);
        await db.SaveChangesAsync();
    }

    /// <summary>Gives an activity to a class: one that was taken away before is there again, with the work that was done.</summary>
    /// <param name="classId">The class.</param>
    /// <param name="activityId">The activity.</param>
    /// <param name="title">Its title.</param>
    /// <param name="keptBack">True when learners do not see it until its terms are set.</param>
    /// <returns>The assignment's id.</returns>
    public async Task<int> GiveAsync(int classId, string activityId, string title, bool keptBack = false)
    {
        await using var db = await open.CreateDbContextAsync();
        // Two presses at once give it once: the second reads what the first wrote.
        AssignmentRecord given = null!;
        await db.SaveTogetherAsync(async () =>
        {
            var known = await db.Assignments.SingleOrDefaultAsync(a => a.ClassId == classId && a.ActivityId == activityId);
            if (known is { Withdrawn: true })
            {
                (known.Withdrawn, known.KeptBack) = (false, keptBack);
            }

            given = known
                ?? db.Assignments.Add(
                    new AssignmentRecord
                    {
                        ClassId = classId,
                        ActivityId = activityId,
                        Title = title,
                        CreatedAt = clock.GetUtcNow(),
                        KeptBack = keptBack,
                    }
                ).Entity;
            await db.SaveInTogetherAsync();
        });
        return given.Id;
    }

    /// <summary>Takes an activity away from a class; what was done of it stays, and is there when it is given again.</summary>
    public async Task TakeAwayAsync(int classId, string activityId)
    {
        await using var db = await open.CreateDbContextAsync();
        var given = await db.Assignments.SingleOrDefaultAsync(a => a.ClassId == classId && a.ActivityId == activityId);
        if (given is not null && !await db.Attempts.AnyAsync(attempt => attempt.AssignmentId == given.Id))
        {
            db.Assignments.Remove(given);
        }
        else if (given is not null)
        {
            given.Withdrawn = true;
        }

        await db.SaveChangesAsync();
    }

    /// <summary>The class with this code, or null; case, blanks and what looks alike do not matter.</summary>
    public async Task<ClassRecord?> ByCodeAsync(string typedCode)
    {
        await using var db = await open.CreateDbContextAsync();
        var code = Ids.ReadCode(typedCode);
        return await db.Classes.SingleOrDefaultAsync(group => group.Code == code);
    }

    /// <summary>The names of a class as they stand on the roster, in their order.</summary>
    public async Task<IReadOnlyList<string>> NamesAsync(ClassRecord group)
    {
        await using var db = await open.CreateDbContextAsync();
        return (await db.Enrolments.Where(e => e.ClassId == group.Id).Select(e => e.RosterName).ToListAsync())
            .Order(StringComparer.CurrentCultureIgnoreCase)
            .ToList();
    }

    /// <summary>Whom of a class somebody means who types a number, an address or a name, as the class identifies its learners: none, the
    /// one, or several who have the name.</summary>
    public async Task<IReadOnlyList<EnrolmentRecord>> MeantAsync(ClassRecord group, string typed)
    {
        await using var db = await open.CreateDbContextAsync();
        var said = typed.Trim();
        var all = await db.Enrolments.Where(e => e.ClassId == group.Id).ToListAsync();
        if (group.IdentifiedBy is not (IdentifiedBy.Number or IdentifiedBy.Email or IdentifiedBy.MailedLink))
        {
            return RosterName.Meant(said, all.ConvertAll(e => e.RosterName)).Select(at => all[at]).ToList();
        }

        bool Is(EnrolmentRecord learner) =>
            string.Equals(
                said,
                group.IdentifiedBy == IdentifiedBy.Number ? learner.Number : learner.Email,
                StringComparison.CurrentCultureIgnoreCase
            );
        return said.Length == 0 ? [] : all.Where(Is).ToList();
    }
}

/// <summary>What came of adding learners.</summary>
/// <param name="Added">How many are new.</param>
/// <param name="Filled">How many had a number or an address filled in.</param>
public sealed record RosterAdded(int Added, int Filled);
