namespace ZestySlate.Storage.Classes;

/// <summary>Finds who of a roster somebody is, however long the roster: by number where both have one, else by e-mail address, else by name.</summary>
public sealed class RosterIndex
{
    private readonly Dictionary<string, EnrolmentRecord> _numbers = [];
    private readonly Dictionary<string, EnrolmentRecord> _emails = new(StringComparer.OrdinalIgnoreCase);
    private readonly Dictionary<string, List<EnrolmentRecord>> _names = new(StringComparer.CurrentCultureIgnoreCase);

    public RosterIndex(IEnumerable<EnrolmentRecord> roster)
    {
        foreach (var one in roster)
        {
            Add(one);
        }
    }

    /// <summary>Puts one more in.</summary>
    public void Add(EnrolmentRecord one)
    {
        if (one.Number.Length > 0)
        {
            _numbers.TryAdd(one.Number, one);
        }

        if (one.Email.Length > 0)
        {
            _emails.TryAdd(one.Email, one);
        }

        if (!_names.TryGetValue(one.RosterName, out var same))
        {
            _names[one.RosterName] = same = [];
        }

        same.Add(one);
    }

    /// <summary>True when somebody has this name.</summary>
    public bool HasName(string name) => _names.ContainsKey(name);

    /// <summary>Who this is, or null for nobody. Of one name is only who has no other number and no other address.</summary>
    public EnrolmentRecord? Find(string name, string number, string email)
    {
        if (number.Length > 0 && _numbers.TryGetValue(number, out var byNumber))
        {
            return byNumber;
        }

        if (email.Length > 0 && _emails.TryGetValue(email, out var byEmail) && !Differ(byEmail.Number, number))
        {
            return byEmail;
        }

        return _names.GetValueOrDefault(name)?.FirstOrDefault(one => !Differ(one.Number, number) && !Differ(one.Email, email));
    }

    private static bool Differ(string one, string other) =>
        one.Length > 0 && other.Length > 0 && !string.Equals(one, other, StringComparison.OrdinalIgnoreCase);
}
