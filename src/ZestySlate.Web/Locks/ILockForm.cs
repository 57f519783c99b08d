using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Locks;

namespace ZestySlate.Web.Locks;

/// <summary>How one kind of lock key is read from forms and edited in the workbench.</summary>
internal interface ILockForm
{
    /// <summary>The kind's type in the document.</summary>
    Type KeyType { get; }

    /// <summary>Its name in requests.</summary>
    string Name { get; }

    /// <summary>What it opens by, on screen.</summary>
    string Title { get; }

    /// <summary>The component with its fields, a <see cref="KeyFields{TKey}"/>.</summary>
    Type Fields { get; }

    /// <summary>True when it can be joined with others.</summary>
    bool Joins => true;

    /// <summary>The key that the fields say, or what of them cannot be read.</summary>
    /// <param name="form">The fields.</param>
    /// <param name="wrongCosts">What a wrong code costs, where one is typed.</param>
    /// <param name="culture">The language of the activity.</param>
    Outcome<LockKey> Read(IFormCollection form, decimal wrongCosts, CultureInfo culture);

    /// <summary>What opens it, in a few words.</summary>
    string Said(LockKey key);
}
