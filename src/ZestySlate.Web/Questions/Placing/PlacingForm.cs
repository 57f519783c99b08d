using System.Globalization;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Formats.RichText;
using ZestySlate.Web.Authoring;

namespace ZestySlate.Web.Questions.Placing;

/// <summary>Place in forms.</summary>
internal sealed class PlacingForm : IQuestionForm
{
    public Type DefinitionType => typeof(PlacingQuestion);

    public Type Editor => typeof(PlacingEditor);

    public IReadOnlyList<NewQuestion> Offers { get; } =
    [
        new("placing", "Place", "things on a picture", "map-pin-check", "drag drop label diagram map labelling board", () =>
            new PlacingQuestion { Items = [.. Enumerable.Range(0, 3).Select(_ => new PlacingItem { Id = Ids.New() })] }
        ),
    ];

    /// <summary>
    /// Fields: ratio; zone (the ids), area-ID, zoneName-ID, several-ID; item (the ids), those of each face, on-ID and may-ID (zones), often-ID, tip-ID,
    /// width-ID, words-ID, weight-ID; fixed (the ids), text-ID, at-ID, width-ID; zonesShown, showsNames, tint, mayLie, wrongDrop, linesUp, itemWidth; layout
    /// (how zones are brought into line, or itemWidth); penalty.
    /// </summary>
    public Outcome<Question> ReadQuestion(IFormCollection form, Question old, CultureInfo culture)
    {
        var question = (PlacingQuestion)old;
        var zones = Rows.Read(form, "zone")
            .Select(id => question.Zones.FirstOrDefault(zone => zone.Id == id) ?? new Zone { Id = id })
            .Select(zone =>
                zone with
                {
                    Area = AreaField.Read(form["area-" + zone.Id], zone.Area),
                    Name = form["zoneName-" + zone.Id].ToString().Trim(),
                    TakesSeveral = form["several-" + zone.Id] == "yes",
                }
            )
            .ToValueList();
        var areas = LayoutPresses.Read(form, zones.Select(zone => zone.Area).ToValueList());
        return question with
        {
            Board = BoardFields.Read(form, question.Board),
            Zones = zones.Select((zone, i) => zone with { Area = areas[i] }).ToValueList(),
            Items = Rows.Read(form, "item", 1)
                .Select(id => question.Items.FirstOrDefault(item => item.Id == id) ?? new PlacingItem { Id = id })
                .Select(item =>
                    item with
                    {
                        Face = FaceFields.Read(form, item.Id, item.Id, item.Face),
                        Zones = form["on-" + item.Id]
                            .Where(id => zones.Any(zone => zone.Id == id))
                            .Select(id => id!)
                            .Distinct()
                            .ToValueList(),
                        MayLieOn = form["may-" + item.Id]
                            .Where(id => zones.Any(zone => zone.Id == id))
                            .Select(id => id!)
                            .Distinct()
                            .ToValueList(),
                        Often = form["often-" + item.Id] == "yes",
                        Tip = form["tip-" + item.Id].ToString().Trim(),
                        Width =
                            form["layout"] != "itemWidth" && EditForms.Percent(form["width-" + item.Id]) is { } width and > 0
                                ? Math.Clamp(width, 0.02m, 1)
                                : null,
                        Feedback = form["words-" + item.Id].ToString().Trim(),
                        Weight = WeightField.Read(form, item.Id, item.Weight),
                    }
                )
                .ToValueList(),
            Fixed = Rows.Read(form, "fixed")
                .Select(id => question.Fixed.FirstOrDefault(part => part.Id == id) ?? new FixedPart { Id = id })
                .Select(part =>
                    part with
                    {
                        Text = form.ContainsKey("text-" + part.Id)
                            ? new RichText(RichTextSanitizer.Sanitise(form["text-" + part.Id].ToString()))
                            : part.Text,
                        At = BoardPlace.Read(form["at-" + part.Id].ToString()) ?? part.At,
                        Width = EditForms.Percent(form["width-" + part.Id]) is { } width and > 0 ? Math.Clamp(width, 0.02m, 1) : part.Width,
                        Picture = FaceFields.Read(form, part.Id, part.Id, new Face { Picture = part.Picture }).Picture,
                    }
                )
                .ToValueList(),
            ZonesShown = Named.TryRead<ZonesShown>(form["zonesShown"], out var shown) ? shown : question.ZonesShown,
            ShowsNames = form["showsNames"] == "yes",
            Tint = EditForms.Percent(form["tint"]) is { } tint ? Math.Clamp(tint, 0, 1) : question.Tint,
            MayLie = form["onlyZones"] == "yes" ? MayLie.OnZones : MayLie.Anywhere,
            WrongDrop = form["returns"] == "yes" ? WrongDrop.Returns : WrongDrop.Stays,
            LinesUp = form["linesUp"] == "yes",
            ItemWidth = EditForms.Percent(form["itemWidth"]) is { } all and > 0 ? Math.Clamp(all, 0.02m, 1) : question.ItemWidth,
        };
    }
}
