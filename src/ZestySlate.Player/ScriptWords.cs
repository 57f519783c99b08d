using ZestySlate.Core.Json;
using ZestySlate.Core.Wording;

namespace ZestySlate.Player;

/// <summary>The words that scripts say, as they stand on the page: every plural form, for the browser to choose from.</summary>
internal static class ScriptWords
{
    private static readonly string[] Keys =
    [
        "noConnection",
        "notKept",
        "notKeptWords",
        "copyWords",
        "sendAgain",
        "notNeeded",
        "sessionEnded",
        "markedWhenBack",
        "handInOpen",
        "secondsLeft",
        "pickedUp",
        "movedTo",
        "lookRound",
        "lookLeft",
        "lookRight",
        "lookUp",
        "lookDown",
        "nearer",
        "wider",
        "lookByDevice",
    ];

    /// <summary>The words that one family's script says, for its own part of the page.</summary>
    internal static string Of(Words words, params IEnumerable<string> keys) => StoredJson.Write(keys.ToDictionary(key => key, words.Forms));

    internal static string Of(Words words) => Of(words, Keys);
}
