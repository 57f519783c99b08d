using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Formats.RichText;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Backdrops.Pages;

/// <summary>Reads the fields of what stands beside the questions of a page.</summary>
internal static class MaterialForm
{
    /// <summary>
    /// Fields: begin (puts empty material there), end (takes it away), material (formatted text), those of each picture with its
    /// number after them, remove (picture-N, video or pdf), address, refuses, share (10..90), shareTyped, side, saved.
    /// </summary>
    public static PageBackdrop Read(IFormCollection form, PageBackdrop page)
    {
        if (form.ContainsKey("begin") || page.Material is not { } old)
        {
            return page with { Material = page.Material ?? new Material() };
        }

        if (form.ContainsKey("end"))
        {
            return page with { Material = null };
        }

        var remove = form["remove"].ToString();
        return page with
        {
            Material = old with
            {
                Text = new RichText(RichTextSanitizer.Sanitise(form["material"].ToString())),
                Pictures = old
                    .Pictures.Select((picture, i) => remove == $"picture-{i}" ? null : PictureForms.Read(form, picture, $"-{i}"))
                    .OfType<Picture>()
                    .ToValueList(),
                Video = SoundForms.Read(form, old.Video),
                Pdf =
                    remove == "pdf" || old.Pdf is not { } pdf
                        ? null
                        : pdf with
                        {
                            Credit = form["pdfCredit"].ToString().Trim(),
                            Licence = form["pdfLicence"].ToString().Trim(),
                        },
                Address = WebAddress.Completed(form["address"].ToString()),
                Refuses = form["refuses"] == "yes",
                Share = ShareOf(form, old.Share),
                Side = Named.TryRead<MaterialSide>(form["side"], out var side) ? side : old.Side,
                MayBeSaved = form["saved"] == "yes",
            },
        };
    }

    /// <summary>The share that was typed, if it is another than before; else the one that was dragged.</summary>
    private static double ShareOf(IFormCollection form, double old)
    {
        double? Given(string field) =>
            EditForms.Decimal(form[field]) is { } percent
                ? Math.Clamp((double)percent / 100, Material.LeastShare, 1 - Material.LeastShare)
                : null;
        return Given("shareTyped") is { } typed && Math.Abs(typed - old) > 0.0001 ? typed : Given("share") ?? old;
    }
}
