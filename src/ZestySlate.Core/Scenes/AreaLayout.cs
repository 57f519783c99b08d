namespace ZestySlate.Core.Scenes;

/// <summary>How areas on one board are brought into line.</summary>
public enum AreaLayout
{
    /// <summary>Each as wide and high as the first.</summary>
    SameSize,

    /// <summary>Each at the height of the first.</summary>
    InARow,

    /// <summary>Each below or above the first.</summary>
    InAColumn,

    /// <summary>Equal steps from the leftmost to the rightmost.</summary>
    SpreadAcross,

    /// <summary>Equal steps from the uppermost to the lowest.</summary>
    SpreadDown,
}

/// <summary>Brings areas into line.</summary>
public static class AreaLayouts
{
    /// <summary>The areas in their order, brought into line; shapes stay on the board.</summary>
    public static ValueList<Area> Arranged(ValueList<Area> areas, AreaLayout layout)
    {
        if (areas.Count < 2)
        {
            return areas;
        }

        var first = areas[0];
        return layout switch
        {
            AreaLayout.SameSize => areas.Select(area => area.SizedTo(Width(first), Height(first))).ToValueList(),
            AreaLayout.InARow => areas.Select(area => area.MovedTo(area.Middle.X, first.Middle.Y)).ToValueList(),
            AreaLayout.InAColumn => areas.Select(area => area.MovedTo(first.Middle.X, area.Middle.Y)).ToValueList(),
            AreaLayout.SpreadAcross => Spread(areas, area => area.Middle.X, (area, x) => area.MovedTo(x, area.Middle.Y)),
            _ => Spread(areas, area => area.Middle.Y, (area, y) => area.MovedTo(area.Middle.X, y)),
        };
    }

    private static ValueList<Area> Spread(ValueList<Area> areas, Func<Area, double> at, Func<Area, double, Area> moved)
    {
        var order = Enumerable.Range(0, areas.Count).OrderBy(i => at(areas[i])).ToList();
        var (from, to) = (at(areas[order[0]]), at(areas[order[^1]]));
        var spread = areas.ToArray();
        for (var step = 0; step < order.Count; step++)
        {
            spread[order[step]] = moved(areas[order[step]], from + ((to - from) * step / (order.Count - 1)));
        }

        return [.. spread];
    }

    private static double Width(Area area) => area.Outline.Max(corner => corner.X) - area.Outline.Min(corner => corner.X);

    private static double Height(Area area) => area.Outline.Max(corner => corner.Y) - area.Outline.Min(corner => corner.Y);
}
