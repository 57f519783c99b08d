return ZestySlate.Cli.Commands.Run(args, Console.Out, Console.Error);
