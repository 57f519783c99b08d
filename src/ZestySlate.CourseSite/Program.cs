var app = WebApplication.Create(args); app.Run();
