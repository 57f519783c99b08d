using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Checking;
using ZestySlate.Core.Contents.Asks;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Contents.Decorations;
using ZestySlate.Core.Contents.Inserts;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Contents.Links;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Contents.WebPanels;
using ZestySlate.Core.Editing;
using ZestySlate.Core.Editions;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Wording;

namespace ZestySlate.Core.Contents;

/// <summary>
/// What a spot holds. Each kind has a room of its own and one line here; what is asked of all of them is asked through the
/// members of this record, never by type.
/// </summary>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Callout), "callout")]
[JsonDerivedType(typeof(Note), "note")]
[JsonDerivedType(typeof(Link), "link")]
[JsonDerivedType(typeof(WebPanel), "webPanel")]
[JsonDerivedType(typeof(Jump), "jump")]
[JsonDerivedType(typeof(Ask), "ask")]
[JsonDerivedType(typeof(Insert), "insert")]
[JsonDerivedType(typeof(Decoration), "decoration")]
public abstract record Content
{
    [JsonIgnore]
    public abstract SpotKind Kind { get; }

    /// <summary>The kind's name on screen.</summary>
    [JsonIgnore]
    public virtual string KindName => AuthorWords.Say("kindOf" + Kind);

    /// <summary>A name drawn from the content; empty when there are no words yet.</summary>
    [JsonIgnore]
    public abstract string OwnName { get; }

    /// <summary>The question it asks, or null.</summary>
    [JsonIgnore]
    public virtual Question? Asked => null;

    /// <summary>The id of the scene it leads to, or null; empty while none is chosen.</summary>
    [JsonIgnore]
    public virtual string? Goal => null;

    /// <summary>What follows when a learner decides for it; null for what is no choice.</summary>
    [JsonIgnore]
    public virtual Consequence? Consequence => null;

    /// <summary>The same choice with other words, leading elsewhere; null for what is no choice.</summary>
    internal virtual Content? Rephrased(string words, string to) => null;

    /// <summary>The code of another activity that it holds, or null; empty while none is chosen.</summary>
    [JsonIgnore]
    public virtual string? Inside => null;

    /// <summary>The same content holding another activity; null for one that holds none.</summary>
    public virtual Content? Holding(string activityId, string title) => null;

    /// <summary>True when a learner can do something with it; false for what is only looked at on its backdrop.</summary>
    [JsonIgnore]
    public virtual bool Acts => true;

    /// <summary>True when opening it is something a learner has done: it counts for progress, and can be what a lock waits for.</summary>
    [JsonIgnore]
    public virtual bool CountsWhenOpened => true;

    /// <summary>True when it is kept among the learner's findings once it is opened.</summary>
    [JsonIgnore]
    public virtual bool IsFinding => false;

    /// <summary>True when attempts depend on it: it answers, leads or is found.</summary>
    [JsonIgnore]
    public virtual bool IsStructure => Binds || IsFinding;

    /// <summary>True when a spot cannot become one of this kind, or cease to be one, for attempts at work.</summary>
    [JsonIgnore]
    internal virtual bool Binds => false;

    /// <summary>The pictures it shows.</summary>
    [JsonIgnore]
    public virtual IEnumerable<Picture> Pictures => [];

    /// <summary>The sounds, videos and captions it plays, by the hashes of their files.</summary>
    [JsonIgnore]
    public virtual IEnumerable<string> Played => [];

    /// <summary>Whose the things it shows and plays are.</summary>
    [JsonIgnore]
    public virtual IEnumerable<Source> Sources => Pictures.Select(Source.Of);

    /// <summary>The name of a spot with this content, which may be drawn from elsewhere in the activity; null for its own.</summary>
    internal virtual string? NameIn(Activity activity) => null;

    /// <summary>Why an author cannot have it so, in words; null when it can be.</summary>
    public virtual string? Refuse() => null;

    /// <summary>What is missing or weak in it.</summary>
    /// <param name="activity">The activity it is in.</param>
    /// <param name="name">The name of its spot.</param>
    internal virtual IEnumerable<Weakness> Check(Activity activity, string name) => [];

    /// <summary>The same content with one file of the library in another's place.</summary>
    internal virtual Content With(MediaSwap swap) => this;

    /// <summary>The same content in a copy of its scene, where what it names may have a twin.</summary>
    internal virtual Content In(Copy copy) => this;

    /// <summary>What a spot that held something older holds for attempts at work: this one's words, the older one's structure.</summary>
    /// <param name="older">What it held.</param>
    /// <param name="stays">True when something depends on it: then it stays of the kind it is.</param>
    internal Content Over(Content older, bool stays) =>
        older.GetType() == GetType() ? OverSame(older)
        : stays || older.Binds || Binds ? older
        : Loose;

    /// <summary>This one's words over the structure of an older one of the same kind.</summary>
    protected virtual Content OverSame(Content older) => this;

    /// <summary>The same content with nothing that attempts depend on.</summary>
    protected virtual Content Loose => this;

    /// <summary>True when the words differ from those of an older one of the same kind.</summary>
    internal virtual bool HasOtherWords(Content older) => Over(older, stays: false) != older;

    /// <summary>What else differs from an older one of the same kind.</summary>
    /// <param name="older">The older one.</param>
    /// <param name="name">The name of its spot.</param>
    internal virtual IEnumerable<Difference> DifferencesFrom(Content older, string name) => [];
}
