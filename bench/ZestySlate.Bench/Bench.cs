namespace ZestySlate.Bench;

/// <summary>Measures what docs/performance.md reports; every figure stands beside a base line from the same run.</summary>
internal static class Bench
{
    private static async Task<int> Main(string[] args)
    {
        var all = new Dictionary<string, Func<Task>>
        {
            ["marking"] = () => Task.Run(Markings.Run),
            ["answers"] = Answers.RunAsync,
            ["ideas"] = () => Task.Run(Ideas.Run),
            ["page"] = PageWeight.RunAsync,
            ["workbench"] = Workbench.RunAsync,
            ["library"] = Libraries.RunAsync,
            ["media"] = MediaLibraries.RunAsync,
            ["class-work"] = ClassWork.RunAsync,
            ["hands"] = Hands.RunAsync,
            ["kills"] = Kills.RunAsync,
            ["burdens"] = Burdens.RunAsync,
            ["videos"] = Videos.RunAsync,
            ["grades"] = CourseGrades.RunAsync,
            ["stories"] = () => Task.Run(Stories.Run),
        };
        var chosen = args.Length == 0 ? all.Keys.ToArray() : args;
        foreach (var name in chosen)
        {
            if (!all.TryGetValue(name, out var run))
            {
                Console.Error.WriteLine($"Unknown: {name}. There are: {string.Join(", ", all.Keys)}.");
                return 2;
            }

            Console.WriteLine($"== {name}");
            await run();
        }

        return 0;
    }
}
