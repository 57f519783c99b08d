namespace ZestySlate.Web.Help;

/// <summary>A guide of the documentation, as the product shows it.</summary>
/// <param name="Key">Its name in addresses.</param>
/// <param name="Title">What it is called.</param>
/// <param name="Html">Its words, made from what ships with the application; nothing in them comes from anybody else.</param>
/// <param name="Sections">Its sections in order.</param>
public sealed record Guide(string Key, string Title, string Html, IReadOnlyList<GuideSection> Sections);

/// <summary>A section of a guide.</summary>
/// <param name="Id">Its anchor on the page; empty for what the guide begins with.</param>
/// <param name="Title">Its heading.</param>
/// <param name="Level">2 or 3.</param>
/// <param name="Words">Its plain words, without those of sections inside it.</param>
public sealed record GuideSection(string Id, string Title, int Level, string Words);

/// <summary>A section that was found.</summary>
/// <param name="Guide">The guide it is in.</param>
/// <param name="Section">Itself.</param>
/// <param name="Around">The words around the first place where something that was looked for stands.</param>
public sealed record GuideFound(Guide Guide, GuideSection Section, string Around);
