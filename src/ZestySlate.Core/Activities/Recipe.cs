using ZestySlate.Core.Backdrops.Pages;

namespace ZestySlate.Core.Activities;

/// <summary>A start for a list of questions: rules and a way through, nothing that cannot be changed later.</summary>
public enum Recipe
{
    /// <summary>All on a page, as many tries as wanted.</summary>
    Worksheet,

    /// <summary>One at a time, one try each, right or wrong after each.</summary>
    Quiz,

    /// <summary>One at a time without a way back, shuffled, results after handing in, a pass mark.</summary>
    Test,

    /// <summary>One at a time with lives and a clock for each.</summary>
    Game,
}

/// <summary>What the recipes set.</summary>
public static class Recipes
{
    /// <summary>An activity of one page, as the recipe makes it.</summary>
    public static Activity Begin(Recipe recipe, string title, string language) =>
        new()
        {
            Title = title,
            Language = language,
            Scenes = [new Scene { Id = Ids.New(), Backdrop = new PageBackdrop(default) }],
            Flow = recipe switch
            {
                Recipe.Worksheet => new Flow { Way = Way.InOrder, Paging = Paging.AllOnAPage },
                Recipe.Quiz => new Flow { Way = Way.InOrder },
                Recipe.Test => new Flow
                {
                    Way = Way.InOrder,
                    Back = false,
                    ShuffleQuestions = true,
                    Progress = ProgressShown.Number,
                },
                _ => new Flow
                {
                    Way = Way.InOrder,
                    Back = false,
                    ShuffleQuestions = true,
                    Progress = ProgressShown.None,
                },
            },
            Rules = recipe switch
            {
                Recipe.Worksheet => new Rules { KeepsRight = true },
                Recipe.Quiz => new Rules { Tries = 1 },
                Recipe.Test => new Rules
                {
                    Tries = 1,
                    PassMark = 60,
                    Reveal = new Reveal
                    {
                        RightOrWrong = RevealMoment.AfterEnd,
                        RightAnswer = RevealMoment.AfterEnd,
                        Points = RevealMoment.AfterEnd,
                    },
                },
                _ => new Rules
                {
                    Tries = 1,
                    Lives = 3,
                    Clock = new Clock(ClockFor.Item, 60),
                    ShowsStreak = true,
                },
            },
        };
}
