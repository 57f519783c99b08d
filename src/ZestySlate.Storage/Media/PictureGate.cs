namespace ZestySlate.Storage.Media;

/// <summary>
/// Lets one picture at a time be read, so that the memory that takes is that of one picture, however many come at once: forty
/// photos at the end of a lesson wait for each other. Who waits holds nothing but a place in the line.
/// </summary>
public static class PictureGate
{
    private static readonly SemaphoreSlim One = new(1, 1);

    /// <summary>Waits for one's turn; disposing it lets the next one in.</summary>
    /// <param name="stop">Whoever has gone waits no more.</param>
    public static async Task<IDisposable> EnterAsync(CancellationToken stop)
    {
        await One.WaitAsync(stop);
        return new Turn();
    }

    private sealed class Turn : IDisposable
    {
        private int _done;

        public void Dispose()
        {
            if (Interlocked.Exchange(ref _done, 1) == 0)
            {
                One.Release();
            }
        }
    }
}
