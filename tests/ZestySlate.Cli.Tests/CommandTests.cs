using System.Text.Json;
using ZestySlate.Formats.Tests;

namespace ZestySlate.Cli.Tests;

public sealed class CommandTests
{
    private static (int Status, string Output, string Errors) Run(params string[] args)
    {
        using StringWriter output = new(),
            errors = new();
        return (Commands.Run(args, output, errors), output.ToString(), errors.ToString());
    }

    private static string Temporary(string text)
    {
        var path = Path.GetTempFileName();
        File.WriteAllText(path, text);
        return path;
    }

    [Fact]
    public void Mark_prints_points_and_the_reason_for_each()
    {
        var (status, output, _) = Run("mark", DemoFiles.Activity, DemoFiles.Answers);
        Assert.Equal(0, status);
        Assert.Contains("2 of 2 that are right were picked. 1 pick is not right and takes away 1 right.", output);
        Assert.Contains("3 / 4     75 %  You know your way round the garden.", output);
    }

    [Fact]
    public void Mark_prints_the_same_for_programs()
    {
        var (_, output, _) = Run("mark", DemoFiles.Activity, DemoFiles.Answers, "--json");
        var report = JsonDocument.Parse(output).RootElement;
        Assert.Equal(
            ("3", 3m),
            (
                report.GetProperty("points").GetProperty("exact").GetString(),
                report.GetProperty("points").GetProperty("decimal").GetDecimal()
            )
        );
        Assert.Equal("partly", report.GetProperty("answers")[1].GetProperty("verdict").GetString());
    }

    [Fact]
    public void Rehearse_tells_what_a_simulated_class_makes_of_it_the_same_each_time()
    {
        var (status, output, _) = Run("rehearse", DemoFiles.Activity, "--learners", "30", "--seed", "4");
        Assert.Equal(0, status);
        Assert.Matches(@"\d+ of 30 handed in", output);
        Assert.Equal(output, Run("rehearse", DemoFiles.Activity, "--seed", "4", "--learners", "30").Output);
        var report = JsonDocument
            .Parse(Run("rehearse", DemoFiles.Activity, "--learners", "30", "--seed", "4", "--json").Output)
            .RootElement;
        Assert.Equal(30, report.GetProperty("learners").GetInt32());
        Assert.True(report.GetProperty("statistics").GetProperty("questions").GetArrayLength() > 0);
    }

    [Theory]
    [InlineData("--learners", "0")]
    [InlineData("--difficulty", "nowhere=1")]
    [InlineData("--sped", "3")]
    public void Rehearse_says_what_it_cannot_take(string option, string value)
    {
        var (status, _, errors) = Run("rehearse", DemoFiles.Activity, option, value);
        Assert.Equal(2, status);
        Assert.NotEmpty(errors);
    }

    [Fact]
    public void Check_is_content_with_the_demo()
    {
        var (status, output, _) = Run("check", DemoFiles.Activity);
        Assert.Equal((0, "Ready: nothing is missing."), (status, output.Trim()));
    }

    [Fact]
    public void Check_fails_for_what_blocks_and_names_the_spot()
    {
        var broken = Temporary(File.ReadAllText(DemoFiles.Activity).Replace("\"right\": true", "\"right\": false"));
        var (status, output, _) = Run("check", broken);
        Assert.Equal(1, status);
        Assert.Contains("has no right answer", output);
        Assert.Contains("[askglass]", output);
    }

    [Theory]
    [InlineData("check", "no-such-file.json")]
    [InlineData("mark", "no-such-file.json", "neither.json")]
    [InlineData("sing")]
    [InlineData]
    public void Bad_input_has_a_message_and_status_2(params string[] args)
    {
        var (status, output, errors) = Run(args);
        Assert.Equal(2, status);
        Assert.Empty(output);
        Assert.NotEmpty(errors);
    }

    [Fact]
    public void A_file_that_is_no_activity_is_refused_by_name()
    {
        var path = Temporary("{ \"version\": 99 }");
        Assert.Contains(path, Run("check", path).Errors);
    }

    [Fact]
    public void Help_tells_the_commands() => Assert.Contains("zesty mark ACTIVITY ANSWERS", Run("--help").Output);
}
