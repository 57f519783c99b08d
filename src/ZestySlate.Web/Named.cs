namespace ZestySlate.Web;

/// <summary>Reads a choice from a form by its name. A number is no name, though a parser of enumerations takes it for one.</summary>
internal static class Named
{
    /// <summary>True when the name, in whatever case, is one of the choices.</summary>
    public static bool TryRead<T>(string? name, out T choice)
        where T : struct, Enum =>
        Enum.TryParse(name, ignoreCase: true, out choice) && Enum.IsDefined(choice) && !char.IsDigit(name!.Trim()[0]);
}
