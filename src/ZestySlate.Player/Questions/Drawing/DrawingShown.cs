using System.Text.Json;
using ZestySlate.Core;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Json;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.Drawing;
using ZestySlate.Player.Events;

namespace ZestySlate.Player.Questions.Drawing;

internal sealed class DrawingShown : IFamilyShown
{
    public string Family => "drawing";

    public Type Parts => typeof(DrawingParts);

    public Type Answer => typeof(DrawingAnswer);

    /// <summary>Fields: put (marks as JSON), gone (their numbers).</summary>
    public Response Read(FormFields fields, IReadOnlyList<HandedFile> handed)
    {
        var gone = fields["gone"]
            .Split(' ', StringSplitOptions.RemoveEmptyEntries)
            .Select(number => long.TryParse(number, out var known) ? known : -1)
            .ToValueList();
        try
        {
            var marks = fields["put"] is { Length: > 0 } put ? StoredJson.Read<ValueList<DrawnMark>>(put) : [];
            return marks.All(mark => mark is { Points: not null, Words: not null, Colour: not null })
                ? new DrawingResponse { Marks = marks, Gone = gone }
                : Unreadable;
        }
        catch (JsonException)
        {
            return Unreadable;
        }
    }

    /// <summary>What cannot be read is no mark; refusing it is for the family.</summary>
    private static DrawingResponse Unreadable => new() { Marks = [new DrawnMark { Number = 0, Sort = DrawnSort.Line }] };
}
