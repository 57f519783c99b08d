using System.Text.Json;
using ZestySlate.Core.Wording;

namespace ZestySlate.Web.Identity;

/// <summary>What the script says that asks a browser for a passkey.</summary>
internal static class PasskeyWords
{
    private static readonly string[] Keys =
    [
        "passkeysOldBrowser",
        "passkeysNeedName",
        "passkeyHereAlready",
        "noPasskeyUsed",
        "noConnectionNow",
    ];

    /// <summary>The words as JSON, for a form's data-words.</summary>
    public static string Of(Words words) => JsonSerializer.Serialize(Keys.ToDictionary(key => key, key => words[key]));
}
