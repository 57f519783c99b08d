using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace ZestySlate.Storage.Migrations
{
    /// <inheritdoc />
    public partial class CourseSitesAsTheyAre : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Assignments_CourseSiteId_DeploymentId_ResourceLinkId",
                table: "Assignments");

            migrationBuilder.RenameColumn(
                name: "Teaches",
                table: "CourseMembers",
                newName: "HasOtherRole");

            migrationBuilder.AddColumn<long>(
                name: "StoppedAt",
                table: "ScoreDeliveries",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "CourseSeat",
                table: "FrameSessions",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Presentation",
                table: "FrameSessions",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Frames",
                table: "CourseSites",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<bool>(
                name: "LearnsFrames",
                table: "CourseSites",
                type: "INTEGER",
                nullable: false,
                defaultValue: true);

            migrationBuilder.AddColumn<string>(
                name: "TokenAudience",
                table: "CourseSites",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "LoginHint",
                table: "CourseSiteLogins",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "MessageHint",
                table: "CourseSiteLogins",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "ColumnNext",
                table: "Assignments",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "LineItemsUrl",
                table: "Assignments",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<long>(
                name: "MembersNext",
                table: "Assignments",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "MembersProblem",
                table: "Assignments",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "RefusedLaunches",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    CourseSiteId = table.Column<int>(type: "INTEGER", nullable: true),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    Detail = table.Column<string>(type: "TEXT", nullable: false),
                    Times = table.Column<int>(type: "INTEGER", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RefusedLaunches", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "RegistrationLinks",
                columns: table => new
                {
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    ExpiresAt = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RegistrationLinks", x => x.TokenHash);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Assignments_CourseSiteId_DeploymentId_ResourceLinkId_ActivityId",
                table: "Assignments",
                columns: new[] { "CourseSiteId", "DeploymentId", "ResourceLinkId", "ActivityId" },
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Assignments_MembersNext",
                table: "Assignments",
                column: "MembersNext");

            migrationBuilder.CreateIndex(
                name: "IX_RefusedLaunches_CourseSiteId_Reason_Detail",
                table: "RefusedLaunches",
                columns: new[] { "CourseSiteId", "Reason", "Detail" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "RefusedLaunches");

            migrationBuilder.DropTable(
                name: "RegistrationLinks");

            migrationBuilder.DropIndex(
                name: "IX_Assignments_CourseSiteId_DeploymentId_ResourceLinkId_ActivityId",
                table: "Assignments");

            migrationBuilder.DropIndex(
                name: "IX_Assignments_MembersNext",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "StoppedAt",
                table: "ScoreDeliveries");

            migrationBuilder.DropColumn(
                name: "CourseSeat",
                table: "FrameSessions");

            migrationBuilder.DropColumn(
                name: "Presentation",
                table: "FrameSessions");

            migrationBuilder.DropColumn(
                name: "Frames",
                table: "CourseSites");

            migrationBuilder.DropColumn(
                name: "LearnsFrames",
                table: "CourseSites");

            migrationBuilder.DropColumn(
                name: "TokenAudience",
                table: "CourseSites");

            migrationBuilder.DropColumn(
                name: "LoginHint",
                table: "CourseSiteLogins");

            migrationBuilder.DropColumn(
                name: "MessageHint",
                table: "CourseSiteLogins");

            migrationBuilder.DropColumn(
                name: "ColumnNext",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "LineItemsUrl",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "MembersNext",
                table: "Assignments");

            migrationBuilder.DropColumn(
                name: "MembersProblem",
                table: "Assignments");

            migrationBuilder.RenameColumn(
                name: "HasOtherRole",
                table: "CourseMembers",
                newName: "Teaches");

            migrationBuilder.CreateIndex(
                name: "IX_Assignments_CourseSiteId_DeploymentId_ResourceLinkId",
                table: "Assignments",
                columns: new[] { "CourseSiteId", "DeploymentId", "ResourceLinkId" },
                unique: true);
        }
    }
}
