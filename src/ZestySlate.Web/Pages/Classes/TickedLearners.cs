namespace ZestySlate.Web.Pages.Classes;

/// <summary>What the table of learners read from a list sends: a field for each of a row, and the numbers of the rows that are ticked.</summary>
internal static class TickedLearners
{
    /// <summary>Name, number and e-mail of each that is ticked, each row once; rows without a name, and rows that are not there, are none.</summary>
    public static List<(string Name, string Number, string Email)> Of(string[] names, string[] numbers, string[] emails, int[] ticked) =>
        ticked
            .Where(i => i >= 0 && i < names.Length && i < numbers.Length && i < emails.Length)
            .Distinct()
            .Select(i => (Name: (names[i] ?? "").Trim(), (numbers[i] ?? "").Trim(), (emails[i] ?? "").Trim()))
            .Where(learner => learner.Name.Length > 0)
            .ToList();
}
