using ZestySlate.Core.Contents;

namespace ZestySlate.Player.Contents;

/// <summary>What one kind of content shows to learners.</summary>
public interface IContentShown
{
    /// <summary>The kind's type in the document.</summary>
    Type ContentType { get; }

    /// <summary>The component that shows it, in a panel or in a flow; it gets Spot (a SpotView), Links and InFlow.</summary>
    Type Shown { get; }

    /// <summary>True when pressing its sign opens a panel; false when the sign itself does all.</summary>
    bool OpensPanel => true;

    /// <summary>What stands at its sign, or null; it gets Spot.</summary>
    Type? AtSign => null;

    /// <summary>Its row in the list of everything here, in place of one that opens it; it gets Spot and Symbol. Null for the usual row.</summary>
    Type? Row => null;

    /// <summary>What it shows among the learner's findings; it gets Content. Null for what is never found.</summary>
    Type? Finding => null;

    /// <summary>Where its sign leads out to, or null.</summary>
    string? LeadsOut(Content content) => null;

    /// <summary>What is heard when its sign is pressed, by the hash of its file, or null.</summary>
    string? Heard(Content content) => null;

    /// <summary>What its panel tells scripts, as attributes.</summary>
    IReadOnlyDictionary<string, object> PanelAttributes(Content content) => new Dictionary<string, object>();
}
