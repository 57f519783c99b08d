using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace ZestySlate.Storage.Migrations
{
    /// <inheritdoc />
    public partial class TimeFactors : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<decimal>(
                name: "TimeFactor",
                table: "Enrolments",
                type: "TEXT",
                nullable: false,
                defaultValue: 1m);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "TimeFactor",
                table: "Enrolments");
        }
    }
}
