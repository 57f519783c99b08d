using System.Threading.Channels;
using Microsoft.EntityFrameworkCore;

namespace ZestySlate.Storage.Attempts;

/// <summary>
/// Writes the events of learners at work. Those that arrive while the disk is busy are committed together, so that a whole
/// class answering at once waits for a few commits and not for one each. An event is acknowledged only after its commit.
/// </summary>
public sealed class EventWriter
{
    private const int MostTogether = 64;
    private readonly Func<SlateDb> _open;
    private readonly Channel<Waiting> _line = Channel.CreateUnbounded<Waiting>(new UnboundedChannelOptions { SingleReader = true });

    public EventWriter(Func<SlateDb> open)
    {
        _open = open;
        _ = Task.Run(WriteAllAsync);
    }

    private sealed record Waiting(EventRecord Event, TaskCompletionSource<bool> Done);

    /// <summary>Stores one event; false when another one has its number already.</summary>
    public Task<bool> WriteAsync(EventRecord happened)
    {
        var done = new TaskCompletionSource<bool>(TaskCreationOptions.RunContinuationsAsynchronously);
        _line.Writer.TryWrite(new Waiting(happened, done));
        return done.Task;
    }

    private async Task WriteAllAsync()
    {
        var together = new List<Waiting>();
        while (await _line.Reader.WaitToReadAsync())
        {
            together.Clear();
            while (together.Count < MostTogether && _line.Reader.TryRead(out var next))
            {
                if (together.Any(other => other.Event.AttemptId == next.Event.AttemptId && other.Event.Sequence == next.Event.Sequence))
                {
                    next.Done.SetResult(false);
                }
                else
                {
                    together.Add(next);
                }
            }

            await CommitAsync(together);
        }
    }

    private async Task CommitAsync(List<Waiting> together)
    {
        try
        {
            await using var db = _open();
            db.Events.AddRange(together.Select(waiting => waiting.Event));
            await db.SaveChangesAsync();
            together.ForEach(waiting => waiting.Done.SetResult(true));
        }
        catch (DbUpdateException problem) when (problem.IsTaken() && together.Count > 1)
        {
            // One of them has a number that is taken; alone, the others go through.
            foreach (var waiting in together)
            {
                await CommitAsync([waiting]);
            }
        }
        catch (DbUpdateException problem) when (problem.IsTaken())
        {
            together[0].Done.SetResult(false);
        }
        catch (Exception problem)
        {
            together.ForEach(waiting => waiting.Done.TrySetException(problem));
        }
    }
}
