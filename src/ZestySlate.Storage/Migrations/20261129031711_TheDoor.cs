using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace ZestySlate.Storage.Migrations
{
    /// <inheritdoc />
    public partial class TheDoor : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "Shown",
                table: "VoteCounts",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            // What many have voted is shown as it was; of few, nothing until there are enough.
            migrationBuilder.Sql("""
                UPDATE "VoteCounts" SET "Shown" = "Count" WHERE EXISTS (SELECT 1 FROM "VoteCounts" AS voters WHERE voters."ActivityId" = "VoteCounts"."ActivityId"
                    AND voters."AssignmentId" = "VoteCounts"."AssignmentId" AND voters."SpotId" = "VoteCounts"."SpotId" AND voters."Part" = '' AND voters."Count" >= 5)
                """);

            migrationBuilder.AddColumn<int>(
                name: "Registration",
                table: "Installation",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "RegistrationBy",
                table: "Installation",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "SecondFactor",
                table: "Installation",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<bool>(
                name: "OpenDoor",
                table: "Classes",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<bool>(
                name: "PointsAtOnce",
                table: "Assignments",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.AddColumn<long>(
                name: "PointsToldFor",
                table: "Assignments",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "OwnSignHash",
                table: "AspNetUsers",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<bool>(
                name: "MayBeCopied",
                table: "Activities",
                type: "INTEGER",
                nullable: false,
                defaultValue: true);

            migrationBuilder.CreateTable(
                name: "DoorAsks",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    ClassId = table.Column<int>(type: "INTEGER", nullable: false),
                    PersonId = table.Column<string>(type: "TEXT", nullable: false),
                    DeviceHash = table.Column<string>(type: "TEXT", nullable: false),
                    Browser = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    WrongSigns = table.Column<int>(type: "INTEGER", nullable: false),
                    Answer = table.Column<int>(type: "INTEGER", nullable: false),
                    AnsweredAt = table.Column<long>(type: "INTEGER", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_DoorAsks", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "KnownDevices",
                columns: table => new
                {
                    DeviceHash = table.Column<string>(type: "TEXT", nullable: false),
                    PersonId = table.Column<string>(type: "TEXT", nullable: false),
                    Browser = table.Column<string>(type: "TEXT", nullable: false),
                    Since = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_KnownDevices", x => new { x.PersonId, x.DeviceHash });
                });

            migrationBuilder.CreateIndex(
                name: "IX_DoorAsks_ClassId",
                table: "DoorAsks",
                column: "ClassId");

            migrationBuilder.CreateIndex(
                name: "IX_DoorAsks_PersonId",
                table: "DoorAsks",
                column: "PersonId");

            migrationBuilder.CreateIndex(
                name: "IX_KnownDevices_DeviceHash",
                table: "KnownDevices",
                column: "DeviceHash");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "DoorAsks");

            migrationBuilder.DropTable(
                name: "KnownDevices");

            migrationBuilder.DropColumn(
                name: "Shown",
                table: "VoteCounts");

            migrationBuilder.DropColumn(
                name: "Registration",
                table: "Installation");

            migrationBuilder.DropColumn(
                name: "RegistrationBy",
                table: "Installation");

            migrationBuilder.DropColumn(
                name: "SecondFactor",
                table: "Installation");

            migrationBuilder.DropColumn(
                name: "OpenDoor",
                table: "Classes");

            migrationBuilder.DropColumn(
                name: "PointsAtOnce",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "PointsToldFor",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "OwnSignHash",
                table: "AspNetUsers");

            migrationBuilder.DropColumn(
                name: "MayBeCopied",
                table: "Activities");
        }
    }
}
