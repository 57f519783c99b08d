using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace ZestySlate.Storage.Migrations
{
    /// <inheritdoc />
    public partial class AccountsAndSessions : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<long>(
                name: "ArchivedAt",
                table: "CourseSites",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "MakesTeachers",
                table: "CourseSites",
                type: "INTEGER",
                nullable: false,
                defaultValue: true);

            migrationBuilder.AddColumn<long>(
                name: "ClosedAt",
                table: "AspNetUsers",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "MustSetPassword",
                table: "AspNetUsers",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.CreateTable(
                name: "AccountLinks",
                columns: table => new
                {
                    CourseSiteId = table.Column<int>(type: "INTEGER", nullable: false),
                    Subject = table.Column<string>(type: "TEXT", nullable: false),
                    PersonId = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AccountLinks", x => new { x.CourseSiteId, x.Subject });
                });

            migrationBuilder.CreateTable(
                name: "Installation",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Address = table.Column<string>(type: "TEXT", nullable: false),
                    MailServer = table.Column<string>(type: "TEXT", nullable: false),
                    MailPort = table.Column<int>(type: "INTEGER", nullable: false),
                    MailUser = table.Column<string>(type: "TEXT", nullable: false),
                    MailPassword = table.Column<string>(type: "TEXT", nullable: false),
                    MailFrom = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Installation", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Merges",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    ClassId = table.Column<int>(type: "INTEGER", nullable: false),
                    KeptId = table.Column<string>(type: "TEXT", nullable: false),
                    GoneId = table.Column<string>(type: "TEXT", nullable: false),
                    RosterName = table.Column<string>(type: "TEXT", nullable: false),
                    Number = table.Column<string>(type: "TEXT", nullable: false),
                    Email = table.Column<string>(type: "TEXT", nullable: false),
                    TimeFactor = table.Column<decimal>(type: "TEXT", nullable: false),
                    Attempts = table.Column<string>(type: "TEXT", nullable: false),
                    Spots = table.Column<string>(type: "TEXT", nullable: false),
                    Exceptions = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Merges", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "PasswordLinks",
                columns: table => new
                {
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    PersonId = table.Column<string>(type: "TEXT", nullable: false),
                    ExpiresAt = table.Column<long>(type: "INTEGER", nullable: false),
                    CreatedAt = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_PasswordLinks", x => x.TokenHash);
                });

            migrationBuilder.CreateTable(
                name: "SignedInSessions",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    PersonId = table.Column<string>(type: "TEXT", nullable: false),
                    BeganAt = table.Column<long>(type: "INTEGER", nullable: false),
                    SeenAt = table.Column<long>(type: "INTEGER", nullable: false),
                    Browser = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_SignedInSessions", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_FrameSessions_PersonId",
                table: "FrameSessions",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_AccountLinks_PersonId",
                table: "AccountLinks",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_Merges_ClassId_KeptId",
                table: "Merges",
                columns: new[] { "ClassId", "KeptId" });

            migrationBuilder.CreateIndex(
                name: "IX_SignedInSessions_PersonId",
                table: "SignedInSessions",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_SignedInSessions_SeenAt",
                table: "SignedInSessions",
                column: "SeenAt");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "AccountLinks");

            migrationBuilder.DropTable(
                name: "Installation");

            migrationBuilder.DropTable(
                name: "Merges");

            migrationBuilder.DropTable(
                name: "PasswordLinks");

            migrationBuilder.DropTable(
                name: "SignedInSessions");

            migrationBuilder.DropIndex(
                name: "IX_FrameSessions_PersonId",
                table: "FrameSessions");

            migrationBuilder.DropColumn(
                name: "ArchivedAt",
                table: "CourseSites");

            migrationBuilder.DropColumn(
                name: "MakesTeachers",
                table: "CourseSites");

            migrationBuilder.DropColumn(
                name: "ClosedAt",
                table: "AspNetUsers");

            migrationBuilder.DropColumn(
                name: "MustSetPassword",
                table: "AspNetUsers");
        }
    }
}
