using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Delivery;
using ZestySlate.Core.Editing;
using ZestySlate.Web.Questions;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads the form of a lock.</summary>
internal static class LockForms
{
    public static Outcome<Edit> Read(IFormCollection form, Activity activity)
    {
        var id = form["item"].ToString();
        var costs = EditForms.Decimal(form["wrongCosts"]) ?? 0;
        LockKey? key;
        switch (form["opensBy"].ToString())
        {
            case "code":
                key = new CodeKey(form["codes"].ToString().Split('\n', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries).ToValueList())
                {
                    MatchCase = form["matchCase"] == "yes",
                    LenientAccents = form["strictAccents"] != "yes",
                    WrongCosts = costs,
                };
                break;
            case "number":
                var (number, tolerance) = (NumberFields.Number(form["number"].ToString(), activity.Words.Culture), NumberFields.Number(form["tolerance"].ToString(), activity.Words.Culture));
                if ((number.Refusal ?? tolerance.Refusal) is { } refusal)
                {
                    return Outcome<Edit>.Refused(refusal);
                }

                key = new NumberKey(number.Value)
                {
                    Tolerance = Fraction.Abs(tolerance.Value),
                    WrongCosts = costs,
                };
                break;
            case "answer":
                key = new AnswerKey(form["question"].ToString());
                break;
            case "score":
                key = new ScoreKey(EditForms.Decimal(form["points"]) ?? 1);
                break;
            case "found":
                key = new FoundKey(form["found"].Select(spot => spot!).ToValueList(), EditForms.Whole(form["atLeast"], 0, 0, 999));
                break;
            default:
                return new SetLock(id, null);
        }

        return new SetLock(id, new Lock
        {
            Key = key,
            Words = form["lockWords"].ToString().Trim(),
            WrongWords = form["wrongWords"].ToString().Trim(),
            OpenWords = form["openWords"].ToString().Trim(),
        });
    }
}
