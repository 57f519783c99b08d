using System.Collections;
using System.Reflection;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using ZestySlate.Core.Activities;
using ZestySlate.Core.Backdrops.Comparisons;
using ZestySlate.Core.Backdrops.Pages;
using ZestySlate.Core.Backdrops.Panoramas;
using ZestySlate.Core.Backdrops.Pictures;
using ZestySlate.Core.Backdrops.Videos;
using ZestySlate.Core.Contents.Callouts;
using ZestySlate.Core.Contents.Jumps;
using ZestySlate.Core.Contents.Notes;
using ZestySlate.Core.Questions;
using ZestySlate.Core.Questions.MultipleChoice;
using ZestySlate.Core.Questions.Order;
using ZestySlate.Core.Questions.Placing;
using ZestySlate.Core.Stories;
using ZestySlate.Core.Trails;

namespace ZestySlate.Core.Tests.Activities;

/// <summary>Whatever an activity shows or plays, wherever: its credits name it, and its file is known to be in use.</summary>
public sealed class CreditsTests
{
    private static readonly Type[] Media = [typeof(Picture), typeof(Sound), typeof(VideoFile), typeof(PdfFile)];

    /// <summary>Where documents can hold something shown or played: “Note.Sound”.</summary>
    private static IEnumerable<string> Places =>
        from type in typeof(Activity).Assembly.GetTypes()
        where IsOfDocuments(type)
        from member in type.GetProperties(BindingFlags.Public | BindingFlags.Instance | BindingFlags.DeclaredOnly)
        where
            IsStored(member)
            && Media.Contains(member.PropertyType.IsGenericType ? member.PropertyType.GenericTypeArguments[0] : member.PropertyType)
        select $"{type.Name}.{member.Name}";

    /// <summary>Types that documents are made of: those that an activity's members lead to, and their bases.</summary>
    private static bool IsOfDocuments(Type type) => DocumentTypes.Value.Contains(type);

    private static readonly Lazy<HashSet<Type>> DocumentTypes = new(() =>
    {
        var (seen, next) = (new HashSet<Type>(), new Queue<Type>([typeof(Activity)]));
        var all = typeof(Activity).Assembly.GetTypes();
        while (next.TryDequeue(out var type))
        {
            if (type.Assembly != typeof(Activity).Assembly || !seen.Add(type))
            {
                foreach (var inner in type.IsGenericType ? type.GenericTypeArguments : [])
                {
                    next.Enqueue(inner);
                }

                continue;
            }

            foreach (var inner in type.IsGenericType ? type.GenericTypeArguments : [])
            {
                next.Enqueue(inner);
            }

            foreach (var kin in all.Where(other => other.BaseType == type || other == type.BaseType))
            {
                next.Enqueue(kin);
            }

            foreach (var member in type.GetProperties(BindingFlags.Public | BindingFlags.Instance).Where(IsStored))
            {
                next.Enqueue(member.PropertyType);
            }
        }

        return seen;
    });

    private static bool IsStored(PropertyInfo member) =>
        member.GetCustomAttribute<JsonIgnoreAttribute>() is null
        && member.GetIndexParameters().Length == 0
        && (member.CanWrite || member.DeclaringType == typeof(ScoreBands));

    private static Picture Picture() => Make.Picture();

    private static Sound Sound() => new() { Media = "s", Transcript = "Wind" };

    private static VideoFile Video() => new() { Media = "v", Captions = "c" };

    /// <summary>Something shown or played in every place there is.</summary>
    private static Activity Everything()
    {
        var bands = ScoreBands.Of([new ScoreBand(100, "Well") { Picture = Picture() }]);
        var face = new Face
        {
            Text = "A",
            Picture = Picture(),
            Sound = Sound(),
        };
        var asked = new MultipleChoiceQuestion
        {
            Prompt = RichText.Plain("Which?"),
            Picture = Picture(),
            FurtherPictures = [Picture()],
            Sound = Sound(),
            Video = Video(),
            Bands = bands,
            Options = [Make.Option("a", true) with { Picture = Picture() }, Make.Option("b")],
        };
        var order = new OrderQuestion
        {
            Prompt = RichText.Plain("In order?"),
            Items =
            [
                new OrderItem { Id = "a", Face = face },
                new OrderItem
                {
                    Id = "b",
                    Face = new Face { Text = "B" },
                },
            ],
        };
        var placing = new PlacingQuestion
        {
            Prompt = RichText.Plain("Where?"),
            Board = new Board { Picture = Picture() },
            Fixed = [new FixedPart { Id = "f", Picture = Picture() }],
        };
        return Make.Tour(
            Make.Scene(
                "a",
                Make.Note("n") with
                {
                    Content = new Note
                    {
                        Title = "N",
                        Illustrations = [Picture()],
                        Sound = Sound(),
                        Video = Video(),
                    },
                    Sign = new Sign { Picture = Picture() },
                },
                Make.Note("t") with
                {
                    Content = new Callout("T") { Sound = Sound() },
                },
                Make.Note("j") with
                {
                    Content = new Jump("b")
                    {
                        Follows = new Consequence { Picture = Picture(), Sound = Sound() },
                    },
                },
                Make.Asked("q", asked),
                Make.Asked("o", order),
                Make.Asked("p", placing)
            ) with
            {
                Backdrop = new PictureBackdrop(Picture()),
                Ambient = Sound(),
            },
            Make.Scene("b") with
            {
                Backdrop = new PanoramaBackdrop(Picture()),
            },
            Make.Scene("v") with
            {
                Backdrop = new VideoBackdrop
                {
                    File = Video(),
                    Poster = Picture(),
                    Captions = [new CaptionTrack("en", "v")],
                },
            },
            Make.Scene("c") with
            {
                Backdrop = new ComparisonBackdrop(Picture()) { Second = Picture() },
            },
            Make.Scene("d") with
            {
                Backdrop = new PageBackdrop(RichText.Plain("Read."))
                {
                    Material = new Material
                    {
                        Pictures = [Picture()],
                        Video = Video(),
                        Pdf = new PdfFile { Media = "p" },
                    },
                },
            }
        ) with
        {
            Look = new Look
            {
                Cover = Picture(),
                Background = Picture(),
                Spots = [new SpotLook(SpotKind.Note, new Sign { Picture = Picture() })],
            },
            Flow = new Flow { Picture = Picture() },
            Story = new Story { States = [new StoryState { Id = "key", Picture = Picture() }] },
            Trail = new Trail
            {
                Stops =
                [
                    new Stop
                    {
                        Id = "stop",
                        Bands = bands,
                        Reward = new Reward { Picture = Picture(), Sound = Sound() },
                    },
                ],
            },
            Rules = new Rules { Bands = bands },
        };
    }

    [Fact]
    public void There_is_something_in_every_place_that_can_hold_something()
    {
        var met = new HashSet<string>();
        Walk(Everything(), met);
        Assert.Equal(Places.Order(), met.Order());
    }

    [Fact]
    public void Whatever_is_shown_or_played_anywhere_is_credited_and_in_use()
    {
        // Each gets a name and a file of its own.
        var document = JsonNode.Parse(ActivityJson.Write(Everything()))!;
        var number = 0;
        Give(document, ref number);
        var activity = ActivityJson.Read(document.ToJsonString()).Value;
        var all = Enumerable.Range(1, number).ToList();
        Assert.Equal(all.Select(one => $"Who {one}").Order(), Credits.Of(activity).Select(credit => credit.Who).Order());
        Assert.Empty(all.Select(one => $"file{one}").Except(activity.Media));
        Assert.All(Credits.Of(activity), credit => Assert.NotEmpty(Core.Wording.Words.English["credit" + credit.What]));
    }

    private static void Give(JsonNode? node, ref int number)
    {
        if (node is JsonArray list)
        {
            foreach (var item in list)
            {
                Give(item, ref number);
            }
        }

        if (node is not JsonObject thing)
        {
            return;
        }

        // Captions go with their video, and are credited with it.
        if (thing.ContainsKey("media") && !thing.ContainsKey("language"))
        {
            number++;
            (thing["media"], thing["credit"], thing["licence"]) = ($"file{number}", $"Who {number}", "CC BY 4.0");
        }

        foreach (var (_, member) in thing.ToList())
        {
            Give(member, ref number);
        }
    }

    private static void Walk(object thing, HashSet<string> met)
    {
        foreach (var member in thing.GetType().GetProperties(BindingFlags.Public | BindingFlags.Instance).Where(IsStored))
        {
            var value = member.GetValue(thing);
            foreach (var one in value is IEnumerable several and not string ? several.Cast<object?>() : [value])
            {
                if (one is null)
                {
                    continue;
                }

                if (Media.Contains(one.GetType()))
                {
                    met.Add($"{member.DeclaringType!.Name}.{member.Name}");
                }
                else if (one.GetType().Assembly == typeof(Activity).Assembly && !one.GetType().IsEnum)
                {
                    Walk(one, met);
                }
            }
        }
    }

    [Theory]
    [InlineData("CC BY 4.0", "https://creativecommons.org/licenses/by/4.0/")]
    [InlineData("cc by-sa 3.0", "https://creativecommons.org/licenses/by-sa/3.0/")]
    [InlineData("CC-BY-NC-ND-4.0", "https://creativecommons.org/licenses/by-nc-nd/4.0/")]
    [InlineData("CC BY", "https://creativecommons.org/licenses/by/4.0/")]
    [InlineData("CC0", "https://creativecommons.org/publicdomain/zero/1.0/")]
    [InlineData("https://terms.example/7", "https://terms.example/7")]
    [InlineData("javascript:alert(1)", null)]
    [InlineData("CC BY 9.9", null)]
    [InlineData("All rights with the school", null)]
    [InlineData("", null)]
    public void The_terms_of_a_licence_are_where_its_name_says(string licence, string? address) =>
        Assert.Equal(address, Licences.AddressOf(licence));
}
