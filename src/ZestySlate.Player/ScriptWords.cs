using System.Text.Json;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Wording;

namespace ZestySlate.Player;

/// <summary>The words that scripts say, as they stand on the page: every plural form, for the browser to choose from.</summary>
internal static class ScriptWords
{
    private static readonly string[] Keys = ["noConnection", "sessionEnded", "markedWhenBack", "handInOpen", "secondsLeft", "pickedUp", "movedTo",
        "lookRound", "lookLeft", "lookRight", "lookUp", "lookDown", "nearer", "wider", "lookByDevice"];

    internal static string Of(Words words) => JsonSerializer.Serialize(Keys.ToDictionary(key => key, words.Forms), ActivityJson.Trusted);
}
