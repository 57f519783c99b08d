using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Locks;
using ZestySlate.Web.Authoring;
using ZestySlate.Web.Locks.Answers;
using ZestySlate.Web.Locks.Codes;
using ZestySlate.Web.Locks.Found;
using ZestySlate.Web.Locks.Numbers;
using ZestySlate.Web.Locks.Rewards;
using ZestySlate.Web.Locks.Scores;
using ZestySlate.Web.Locks.States;
using ZestySlate.Web.Locks.Videos;

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
    ];

    /// <summary>The form of a key's kind; null for none.</summary>
    public static ILockForm? For(LockKey? key) => All.FirstOrDefault(form => form.KeyType == key?.GetType());

    /// <summary>The edit that a lock's form asks for.</summary>
    public static Outcome<Edit> Read(IFormCollection form, Activity activity)
    {
        var item = form["item"].ToString();
        if (All.FirstOrDefault(one => one.Name == form["opensBy"].ToString()) is not { } kind)
        {
            return new SetLock(item, null);
        }

        var key = kind.Read(form, EditForms.Decimal(form["wrongCosts"]) ?? 0, activity.Words.Culture);
        return !key.Succeeded
            ? Outcome<Edit>.Refused(key.Refusal!)
            : new SetLock(
                item,
                new Lock
                {
                    Key = key.Value,
                    Words = form["lockWords"].ToString().Trim(),
                    WrongWords = form["wrongWords"].ToString().Trim(),
                    OpenWords = form["openWords"].ToString().Trim(),
                }
            );
    }
}
