using System.Runtime.ExceptionServices;
using ZestySlate.Storage;

namespace ZestySlate.Web.Loops;

/// <summary>Goes through what waits in the background, so that one that fails holds none of the others up.</summary>
internal static class OneByOne
{
    /// <summary>
    /// Does something for each in turn. The first trouble is told when all had their turn; trouble with the storage, which is
    /// that of all, and an end from outside are told at once.
    /// </summary>
    /// <exception cref="Exception">The first trouble of any, as it was thrown.</exception>
    public static async Task AllAsync<T>(IEnumerable<T> waiting, Func<T, Task> does)
    {
        ExceptionDispatchInfo? first = null;
        foreach (var one in waiting)
        {
            try
            {
                await does(one);
            }
            catch (Exception problem) when (problem is not OperationCanceledException && StoreTrouble.Of(problem) is null)
            {
                first ??= ExceptionDispatchInfo.Capture(problem);
            }
        }

        first?.Throw();
    }
}
