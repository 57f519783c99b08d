using System.Text;

namespace ZestySlate.Core.Activities;

/// <summary>Every word of an activity that a person could have read or written, for looking it up: titles, texts, questions of every family, tags.</summary>
public static class SearchWords
{
    /// <summary>The greatest length of what is kept, in characters.</summary>
    public const int Most = 40_000;

    /// <summary>The words in small letters, parted by spaces.</summary>
    public static string Of(Activity activity)
    {
        var words = new StringBuilder();
        foreach (var written in Written.Of(activity with { Wording = [] }))
        {
            var text = written is RichText rich ? rich.Words : (string)written;
            if (text.Length > 0)
            {
                words.Append(text, 0, Math.Min(text.Length, Most - words.Length)).Append(' ');
            }

            if (words.Length >= Most)
            {
                break;
            }
        }

        return words.ToString().ToLowerInvariant();
    }
}
