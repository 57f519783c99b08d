using Ical.Net;
using Ical.Net.CalendarComponents;
using Ical.Net.DataTypes;
using Ical.Net.Serialization;

namespace ZestySlate.Formats.Classes;

/// <summary>Due dates for calendars (iCalendar, RFC 5545).</summary>
public static class DueDates
{
    /// <summary>Something that is due.</summary>
    /// <param name="Id">Stays the same when the date changes, so that calendars move it.</param>
    /// <param name="Address">Where it is done.</param>
    public sealed record Entry(string Id, string Title, DateTimeOffset Due, string Instructions, string Address);

    /// <summary>A calendar of them.</summary>
    public static string Write(string name, IEnumerable<Entry> entries, DateTimeOffset now)
    {
        var calendar = new Calendar { ProductId = "-//Zesty Slate//Due dates//EN" };
        calendar.AddProperty("X-WR-CALNAME", name);
        foreach (var entry in entries)
        {
            calendar.Events.Add(
                new CalendarEvent
                {
                    Uid = entry.Id,
                    Summary = entry.Title,
                    Description = entry.Instructions,
                    Start = new CalDateTime(entry.Due.UtcDateTime, "UTC"),
                    End = new CalDateTime(entry.Due.UtcDateTime, "UTC"),
                    DtStamp = new CalDateTime(now.UtcDateTime, "UTC"),
                    Url = new Uri(entry.Address),
                }
            );
        }

        return new CalendarSerializer().SerializeToString(calendar) ?? "";
    }
}
