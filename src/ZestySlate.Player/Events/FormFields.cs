using System.Collections;

namespace ZestySlate.Player.Events;

/// <summary>The fields of a learner's form, in the order in which they stand there; a name may stand several times. The same from a
/// server's request and from a page.</summary>
public sealed class FormFields(IEnumerable<KeyValuePair<string, string>> fields) : IEnumerable<KeyValuePair<string, string>>
{
    private readonly List<KeyValuePair<string, string>> _fields = [.. fields];

    /// <summary>What a field says; what several of one name say, parted by commas; empty where there is none.</summary>
    public string this[string name] => string.Join(',', All(name));

    /// <summary>What each field of this name says.</summary>
    public IReadOnlyList<string> All(string name) => [.. _fields.Where(field => field.Key == name).Select(field => field.Value)];

    /// <summary>True when there is a field of this name.</summary>
    public bool Has(string name) => _fields.Exists(field => field.Key == name);

    public IEnumerator<KeyValuePair<string, string>> GetEnumerator() => _fields.GetEnumerator();

    IEnumerator IEnumerable.GetEnumerator() => GetEnumerator();
}
