namespace ZestySlate.PostOffice;

/// <summary>A mail that was taken.</summary>
public sealed record Letter(string To, string Subject, string Text, DateTimeOffset At);

/// <summary>The mails taken since the start, the last five hundred.</summary>
public sealed class Letters
{
    private const int Most = 500;
    private readonly Lock _lock = new();
    private readonly LinkedList<Letter> _all = [];

    /// <summary>Keeps a mail, one for each who gets it.</summary>
    public void Add(Letter letter)
    {
        lock (_lock)
        {
            _all.AddFirst(letter);
            if (_all.Count > Most)
            {
                _all.RemoveLast();
            }
        }
    }

    /// <summary>The mails to an address, or all; the newest first.</summary>
    public IReadOnlyList<Letter> To(string? address)
    {
        lock (_lock)
        {
            return _all.Where(letter => address is null || string.Equals(letter.To, address, StringComparison.OrdinalIgnoreCase)).ToList();
        }
    }
}
