using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Answers;

namespace ZestySlate.Web.Locks.Answers;

internal sealed class AnswerForm : ILockForm
{
    public Type KeyType => typeof(AnswerKey);

    public string Name => "answer";

    public string Title => "a question answered right";

    public Type Fields => typeof(AnswerFields);

    public Outcome<LockKey> Read(IFormCollection form, decimal wrongCosts, CultureInfo culture) =>
        new AnswerKey(form["question"].ToString());

    public string Said(LockKey key) => "a question";
}
