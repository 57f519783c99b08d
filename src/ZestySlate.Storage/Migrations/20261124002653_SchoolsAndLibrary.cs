using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace ZestySlate.Storage.Migrations
{
    /// <inheritdoc />
    public partial class SchoolsAndLibrary : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "SchoolId",
                table: "AspNetUsers",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "AgeFrom",
                table: "Activities",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "AgeTo",
                table: "Activities",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "BinnedAt",
                table: "Activities",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Folder",
                table: "Activities",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "Kind",
                table: "Activities",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "Language",
                table: "Activities",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Level",
                table: "Activities",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Subject",
                table: "Activities",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.CreateTable(
                name: "ActivityColleagues",
                columns: table => new
                {
                    ActivityId = table.Column<string>(type: "TEXT", nullable: false),
                    PersonId = table.Column<string>(type: "TEXT", nullable: false),
                    MayEdit = table.Column<bool>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ActivityColleagues", x => new { x.ActivityId, x.PersonId });
                });

            migrationBuilder.CreateTable(
                name: "ActivityWords",
                columns: table => new
                {
                    ActivityId = table.Column<string>(type: "TEXT", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_ActivityWords", x => x.ActivityId);
                });

            migrationBuilder.CreateTable(
                name: "Schools",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Name = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Schools", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Activities_Visibility",
                table: "Activities",
                column: "Visibility");

            migrationBuilder.CreateIndex(
                name: "IX_ActivityColleagues_PersonId",
                table: "ActivityColleagues",
                column: "PersonId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "ActivityColleagues");

            migrationBuilder.DropTable(
                name: "ActivityWords");

            migrationBuilder.DropTable(
                name: "Schools");

            migrationBuilder.DropIndex(
                name: "IX_Activities_Visibility",
                table: "Activities");

            migrationBuilder.DropColumn(
                name: "SchoolId",
                table: "AspNetUsers");

            migrationBuilder.DropColumn(
                name: "AgeFrom",
                table: "Activities");

            migrationBuilder.DropColumn(
                name: "AgeTo",
                table: "Activities");

            migrationBuilder.DropColumn(
                name: "BinnedAt",
                table: "Activities");

            migrationBuilder.DropColumn(
                name: "Folder",
                table: "Activities");

            migrationBuilder.DropColumn(
                name: "Kind",
                table: "Activities");

            migrationBuilder.DropColumn(
                name: "Language",
                table: "Activities");

            migrationBuilder.DropColumn(
                name: "Level",
                table: "Activities");

            migrationBuilder.DropColumn(
                name: "Subject",
                table: "Activities");
        }
    }
}
