using Microsoft.EntityFrameworkCore;
using ZestySlate.Core;
using ZestySlate.Storage.People;

namespace ZestySlate.Storage.Classes;

/// <summary>Keeps classes with their learners, and what was given to them.</summary>
public sealed class ClassStore(SlateDb db, TimeProvider clock)
{
    /// <summary>The greatest number of learners in one class.</summary>
    public const int MostLearners = 400;

    /// <summary>A new class of the names typed, one a line; names that stand twice are told apart by a number.</summary>
    public async Task<Outcome<ClassRecord>> CreateAsync(string teacherId, string name, string typedNames)
    {
        if (string.IsNullOrWhiteSpace(name))
        {
            return Outcome<ClassRecord>.Refused("A class needs a name.");
        }

        var names = typedNames.Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
        if (names.Length is 0 or > MostLearners)
        {
            return Outcome<ClassRecord>.Refused(names.Length == 0
                ? "Type the learners' names, one a line."
                : $"A class has up to {MostLearners} learners; here are {names.Length}.");
        }

        var group = new ClassRecord { Name = name.Trim(), TeacherId = teacherId, Code = Ids.JoinCode() };
        db.Classes.Add(group);
        await db.SaveChangesAsync();
        foreach (var same in names.Select(n => n[..Math.Min(n.Length, 100)]).GroupBy(n => n))
        {
            foreach (var (rosterName, i) in same.Select((n, i) => (i == 0 ? n : $"{n} {i + 1}", i)))
            {
                var person = new Person { UserName = Ids.Secret(), DisplayName = rosterName, CreatedAt = clock.GetUtcNow() };
                db.Users.Add(person);
                db.Enrolments.Add(new EnrolmentRecord { ClassId = group.Id, PersonId = person.Id, RosterName = rosterName });
            }
        }

        await db.SaveChangesAsync();
        return group;
    }

    /// <summary>Gives an activity to a class, or takes it away again; what was done of it stays, and is there when it is given again.</summary>
    public async Task GiveAsync(int classId, string activityId, string title, bool give)
    {
        var given = await db.Assignments.SingleOrDefaultAsync(a => a.ClassId == classId && a.ActivityId == activityId);
        if (give && given is null)
        {
            db.Assignments.Add(new AssignmentRecord { ClassId = classId, ActivityId = activityId, Title = title, CreatedAt = clock.GetUtcNow() });
        }
        else if (given is not null && !give && !await db.Attempts.AnyAsync(attempt => attempt.AssignmentId == given.Id))
        {
            db.Assignments.Remove(given);
        }
        else if (given is not null)
        {
            given.Withdrawn = !give;
        }

        await db.SaveChangesAsync();
    }

    /// <summary>The learner of a class by the class code and the name on the roster; case and outer spaces do not matter.</summary>
    public async Task<(ClassRecord Class, Person Person)?> FindAsync(string typedCode, string typedName)
    {
        var code = Ids.ReadCode(typedCode);
        var group = await db.Classes.SingleOrDefaultAsync(g => g.Code == code);
        if (group is null)
        {
            return null;
        }

        var roster = await db.Enrolments.Where(e => e.ClassId == group.Id).ToListAsync();
        var entry = roster.FirstOrDefault(e => string.Equals(e.RosterName, typedName.Trim(), StringComparison.CurrentCultureIgnoreCase));
        var person = entry is null ? null : await db.Users.SingleOrDefaultAsync(p => p.Id == entry.PersonId);
        return person is null ? null : (group, person);
    }
}
