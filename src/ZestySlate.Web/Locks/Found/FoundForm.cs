using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Locks;
using ZestySlate.Core.Locks.Found;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Locks.Found;

internal sealed class FoundForm : ILockForm
{
    public Type KeyType => typeof(FoundKey);

    public string Name => "found";

    public string Title => "things found";

    public Type Fields => typeof(FoundFields);

    /// <summary>Fields: found (spots), foundScene (scenes), foundPart (a spot and a part); atLeast.</summary>
    public Outcome<LockKey> Read(IFormCollection form, decimal wrongCosts, CultureInfo culture) =>
        new FoundKey(form["found"].Select(spot => spot!).ToValueList(), EditForms.Whole(form["atLeast"], 0, 0, 999))
        {
            SceneIds = form["foundScene"].Select(scene => scene!).ToValueList(),
            Parts = form["foundPart"]
                .Select(part => part!.Split(' ', 2))
                .Where(part => part.Length == 2)
                .Select(part => new FoundPart(part[0], part[1]))
                .ToValueList(),
        };

    public string Said(LockKey key) => $"{((FoundKey)key).Enough} things found";
}
