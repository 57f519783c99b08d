using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace ZestySlate.Storage.Migrations
{
    /// <inheritdoc />
    public partial class SchoolLooks : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Accent",
                table: "Schools",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Ground",
                table: "Schools",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<byte[]>(
                name: "Logo",
                table: "Schools",
                type: "BLOB",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "LogoMark",
                table: "Schools",
                type: "TEXT",
                nullable: false,
                defaultValue: "");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Accent",
                table: "Schools");

            migrationBuilder.DropColumn(
                name: "Ground",
                table: "Schools");

            migrationBuilder.DropColumn(
                name: "Logo",
                table: "Schools");

            migrationBuilder.DropColumn(
                name: "LogoMark",
                table: "Schools");
        }
    }
}
