using System.Globalization;
using System.Security.Cryptography;

namespace ZestySlate.Core;

/// <summary>Short random names for scenes, spots, options, and codes for people to type. They use 31 letters and digits that are not
/// mistaken for each other.</summary>
public static class Ids
{
    private const string Letters = "abcdefghjkmnpqrstuvwxyz23456789";

    /// <summary>A new id of the given length (8 letters: fewer than one clash in a million activities of 1,000 spots).</summary>
    public static string New(int length = 8) => RandomNumberGenerator.GetString(Letters, length);

    /// <summary>A secret that cannot be guessed: 26 letters, more than 128 bits.</summary>
    public static string Secret() => New(27);

    /// <summary>A code for people to type, such as K7MQ2X; case and spaces are ignored when it is read.</summary>
    public static string JoinCode() => New(6).ToUpperInvariant();

    /// <summary>Reads a typed code: capitals, without spaces and hyphens; digits of every script are those they stand for.</summary>
    public static string ReadCode(string? typed) =>
        string.Concat(
                (typed ?? "")
                    .Where(char.IsLetterOrDigit)
                    .Select(letter => CharUnicodeInfo.GetDecimalDigitValue(letter) is >= 0 and var digit ? (char)('0' + digit) : letter)
            )
            .ToUpperInvariant();
}
