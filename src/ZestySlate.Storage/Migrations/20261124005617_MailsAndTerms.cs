using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace ZestySlate.Storage.Migrations
{
    /// <inheritdoc />
    public partial class MailsAndTerms : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "IdentifiedBy",
                table: "Classes",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "Mails",
                table: "Assignments",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<long>(
                name: "MailsSince",
                table: "Assignments",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "ShownFrom",
                table: "Assignments",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "ShowsPoints",
                table: "Assignments",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "MailedSignIns",
                columns: table => new
                {
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    PersonId = table.Column<string>(type: "TEXT", nullable: false),
                    ExpiresAt = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MailedSignIns", x => x.TokenHash);
                });

            migrationBuilder.CreateTable(
                name: "Mails",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Subject = table.Column<string>(type: "TEXT", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false),
                    CreatedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    NextTry = table.Column<long>(type: "INTEGER", nullable: false),
                    Tries = table.Column<int>(type: "INTEGER", nullable: false),
                    SentAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Refused = table.Column<bool>(type: "INTEGER", nullable: false),
                    LastProblem = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Mails", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Mails_Key",
                table: "Mails",
                column: "Key",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Mails_SentAt_NextTry",
                table: "Mails",
                columns: new[] { "SentAt", "NextTry" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "MailedSignIns");

            migrationBuilder.DropTable(
                name: "Mails");

            migrationBuilder.DropColumn(
                name: "IdentifiedBy",
                table: "Classes");

            migrationBuilder.DropColumn(
                name: "Mails",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "MailsSince",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "ShownFrom",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "ShowsPoints",
                table: "Assignments");
        }
    }
}
