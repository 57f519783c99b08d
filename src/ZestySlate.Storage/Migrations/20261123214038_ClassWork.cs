using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace ZestySlate.Storage.Migrations
{
    /// <inheritdoc />
    public partial class ClassWork : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Email",
                table: "Enrolments",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Number",
                table: "Enrolments",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Weights",
                table: "Classes",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<decimal>(
                name: "OutOf",
                table: "Attempts",
                type: "TEXT",
                nullable: false,
                defaultValue: 0m);

            migrationBuilder.AddColumn<decimal>(
                name: "Points",
                table: "Attempts",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Provisional",
                table: "Attempts",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "ReturnedAt",
                table: "Attempts",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Category",
                table: "Assignments",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "Counts",
                table: "Assignments",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<long>(
                name: "From",
                table: "Assignments",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<int>(
                name: "Goes",
                table: "Assignments",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Instructions",
                table: "Assignments",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "KeptBack",
                table: "Assignments",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<decimal>(
                name: "LeastKept",
                table: "Assignments",
                type: "TEXT",
                nullable: false,
                defaultValue: 0m);

            migrationBuilder.AddColumn<decimal>(
                name: "LostPerDay",
                table: "Assignments",
                type: "TEXT",
                nullable: false,
                defaultValue: 0m);

            migrationBuilder.AddColumn<long>(
                name: "Until",
                table: "Assignments",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "Withdrawn",
                table: "Assignments",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<decimal>(
                name: "Worth",
                table: "Assignments",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "AssignmentExceptions",
                columns: table => new
                {
                    AssignmentId = table.Column<int>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<string>(type: "TEXT", nullable: false),
                    Excused = table.Column<bool>(type: "INTEGER", nullable: false),
                    ExtraDays = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AssignmentExceptions", x => new { x.AssignmentId, x.PersonId });
                });

            migrationBuilder.CreateTable(
                name: "MarkAgainRuns",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    ActivityId = table.Column<string>(type: "TEXT", nullable: false),
                    Edition = table.Column<int>(type: "INTEGER", nullable: false),
                    NeverLower = table.Column<bool>(type: "INTEGER", nullable: false),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Total = table.Column<int>(type: "INTEGER", nullable: false),
                    Done = table.Column<int>(type: "INTEGER", nullable: false),
                    Rose = table.Column<int>(type: "INTEGER", nullable: false),
                    Fell = table.Column<int>(type: "INTEGER", nullable: false),
                    Spared = table.Column<int>(type: "INTEGER", nullable: false),
                    Reached = table.Column<string>(type: "TEXT", nullable: false),
                    FinishedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    UndoneAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MarkAgainRuns", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Phrases",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    OwnerId = table.Column<string>(type: "TEXT", nullable: false),
                    Text = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Phrases", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Attempts_AssignmentId",
                table: "Attempts",
                column: "AssignmentId");

            migrationBuilder.CreateIndex(
                name: "IX_MarkAgainRuns_ActivityId",
                table: "MarkAgainRuns",
                column: "ActivityId");

            migrationBuilder.CreateIndex(
                name: "IX_Phrases_OwnerId",
                table: "Phrases",
                column: "OwnerId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "AssignmentExceptions");

            migrationBuilder.DropTable(
                name: "MarkAgainRuns");

            migrationBuilder.DropTable(
                name: "Phrases");

            migrationBuilder.DropIndex(
                name: "IX_Attempts_AssignmentId",
                table: "Attempts");

            migrationBuilder.DropColumn(
                name: "Email",
                table: "Enrolments");

            migrationBuilder.DropColumn(
                name: "Number",
                table: "Enrolments");

            migrationBuilder.DropColumn(
                name: "Weights",
                table: "Classes");

            migrationBuilder.DropColumn(
                name: "OutOf",
                table: "Attempts");

            migrationBuilder.DropColumn(
                name: "Points",
                table: "Attempts");

            migrationBuilder.DropColumn(
                name: "Provisional",
                table: "Attempts");

            migrationBuilder.DropColumn(
                name: "ReturnedAt",
                table: "Attempts");

            migrationBuilder.DropColumn(
                name: "Category",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "Counts",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "From",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "Goes",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "Instructions",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "KeptBack",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "LeastKept",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "LostPerDay",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "Until",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "Withdrawn",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "Worth",
                table: "Assignments");
        }
    }
}
