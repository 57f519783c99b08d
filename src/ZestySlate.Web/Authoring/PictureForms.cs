using ZestySlate.Core;
using ZestySlate.Core.Activities;

namespace ZestySlate.Web.Authoring;

/// <summary>Reads the words of pictures as they are used.</summary>
internal static class PictureForms
{
    /// <summary>Pictures with the form's words, without the one that this press takes away (remove NAME-NUMBER).</summary>
    public static ValueList<Picture> Read(IFormCollection form, ValueList<Picture> old, string name) =>
        old.Select((picture, i) => (Key: $"{name}-{i}", Picture: picture))
            .Where(entry => form["remove"] != entry.Key)
            .Select(entry => Read(form, entry.Picture, "-" + entry.Key))
            .ToValueList();

    /// <summary>The picture with the form's words; the suffix tells several in one form apart.</summary>
    public static Picture Read(IFormCollection form, Picture old, string suffix) =>
        old with
        {
            AlternativeText = form["alternativeText" + suffix].ToString().Trim(),
            Decorative = form["decorative" + suffix] == "yes",
            Credit = form["credit" + suffix].ToString().Trim(),
            Licence = form["licence" + suffix].ToString().Trim(),
        };
}

/// <summary>Reads the words of sounds and videos as they are used.</summary>
internal static class SoundForms
{
    public static Sound Read(IFormCollection form, Sound old) =>
        old with
        {
            Transcript = form["transcript"].ToString().Trim(),
            Credit = form["soundCredit"].ToString().Trim(),
            Licence = form["soundLicence"].ToString().Trim(),
        };

    /// <summary>The video with the form's words; null when it was taken away by this press.</summary>
    public static VideoFile? Read(IFormCollection form, VideoFile? old, string remove = "video") =>
        old is null || form["remove"] == remove
            ? null
            : old with
            {
                Captions = form["remove"] == "captions" ? "" : old.Captions,
                Credit = form["videoCredit"].ToString().Trim(),
                Licence = form["videoLicence"].ToString().Trim(),
            };
}
