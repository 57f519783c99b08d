using System.Globalization;
using Microsoft.AspNetCore.Components;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Locks;

namespace ZestySlate.Web.Locks;

/// <summary>The fields of one kind of key.</summary>
public abstract class KeyFields<TKey> : ComponentBase
    where TKey : LockKey
{
    /// <summary>The key as it is.</summary>
    [Parameter, EditorRequired]
    public LockKey Key { get; set; } = null!;

    /// <summary>The id of what is locked.</summary>
    [Parameter, EditorRequired]
    public string Item { get; set; } = "";

    [Parameter, EditorRequired]
    public Activity Activity { get; set; } = null!;

    /// <summary>What stands before the names of its fields, since a lock may have several keys of one kind.</summary>
    [Parameter]
    public string Prefix { get; set; } = "";

    protected TKey Own => (TKey)Key;

    /// <summary>The name of a field in the form.</summary>
    protected string Field(string name) => Prefix + name;

    /// <summary>A number as fields have it.</summary>
    protected static string Plain(decimal number) => number.ToString("0.##", CultureInfo.InvariantCulture);

    /// <summary>A whole number; empty for 0, which means all of them.</summary>
    protected static string OrAll(int number) => number > 0 ? number.ToString(CultureInfo.InvariantCulture) : "";
}
