namespace ZestySlate.Web.Lti;

/// <summary>
/// A step that only the browser can do: keep a value in the course site's frame, or fetch it from there. Whatever becomes of
/// it, the browser goes on: a cookie may do as well.
/// </summary>
/// <param name="Do">"put" or "get".</param>
/// <param name="Origin">The origin of the course site's sign-in, which alone may keep the value.</param>
/// <param name="Frame">The name of the frame that keeps it; "_parent" for the page around us or the one that opened us.</param>
/// <param name="State">The key's end.</param>
/// <param name="Value">The value to keep, or null.</param>
/// <param name="Next">Where to go afterwards.</param>
public sealed record BrowserStep(string Do, string Origin, string Frame, string State, string? Value, string Next);
