using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Joined;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Locks.Answers;
using ZestySlate.Web.Locks.Chances;
using ZestySlate.Web.Locks.Codes;
using ZestySlate.Web.Locks.Found;
using ZestySlate.Web.Locks.Numbers;
using ZestySlate.Web.Locks.Rewards;
using ZestySlate.Web.Locks.Scores;
using ZestySlate.Web.Locks.States;
using ZestySlate.Web.Locks.Videos;
using ZestySlate.Web.Locks.Visits;

namespace ZestySlate.Web.Locks;

/// <summary>The registry of the locks' forms, one line for each; reads the form of a lock.</summary>
internal static class LockForms
{
    public static IReadOnlyList<ILockForm> All { get; } =
    [
        new CodeForm(),
        new NumberLockForm(),
        new AnswerForm(),
        new ScoreForm(),
        new FoundForm(),
        new WatchedForm(),
        new StateForm(),
        new RewardForm(),
        new VisitsForm(),
        new ChanceForm(),
    ];

    /// <summary>The form of a key's kind; null for none.</summary>
    public static ILockForm? For(LockKey? key) => All.FirstOrDefault(form => form.KeyType == key?.GetType());

    /// <summary>What opens a lock, in a few words.</summary>
    public static string Said(LockKey key) =>
        string.Join(key.AnyOf ? " or " : " and ", key.Conditions.Select(one => For(one)?.Said(one)).OfType<string>());

    /// <summary>What stands before the names of the fields of a lock's condition.</summary>
    /// <param name="number">Which one it is, from 0.</param>
    public static string PrefixOf(int number) => number == 0 ? "" : string.Create(CultureInfo.InvariantCulture, $"k{number}-");

    /// <summary>The edit that a lock's form asks for. Fields: opensBy and those of the kind, again for each further condition with its prefix;
    /// join (any or all); the words.</summary>
    public static Outcome<Edit> Read(IFormCollection form, Activity activity)
    {
        var item = form["item"].ToString();
        var wrongCosts = EditForms.Decimal(form["wrongCosts"]) ?? 0;
        var keys = new List<LockKey>();
        foreach (var fields in Enumerable.Range(0, JoinedKey.Most).Select(number => FieldsOf(form, PrefixOf(number))))
        {
            if (All.FirstOrDefault(one => one.Name == fields["opensBy"].ToString()) is { } kind)
            {
                var key = kind.Read(fields, wrongCosts, activity.Words.Culture);
                if (!key.Succeeded)
                {
                    return Outcome<Edit>.Refused(key.Refusal!);
                }

                keys.Add(key.Value);
            }
        }

        return new SetLock(
            item,
            Joining.Of(keys, form["join"] == "any") is { } opens
                ? new Lock
                {
                    Key = opens,
                    Words = form["lockWords"].ToString().Trim(),
                    WrongWords = form["wrongWords"].ToString().Trim(),
                    OpenWords = form["openWords"].ToString().Trim(),
                }
                : null
        );
    }

    private static IFormCollection FieldsOf(IFormCollection form, string prefix) =>
        prefix.Length == 0
            ? form
            : new FormCollection(
                form.Where(field => field.Key.StartsWith(prefix, StringComparison.Ordinal))
                    .ToDictionary(field => field.Key[prefix.Length..], field => field.Value)
            );
}
