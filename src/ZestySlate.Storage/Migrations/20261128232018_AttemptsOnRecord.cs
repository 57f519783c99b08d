using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace ZestySlate.Storage.Migrations
{
    /// <inheritdoc />
    public partial class AttemptsOnRecord : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<bool>(
                name: "Recorded",
                table: "Attempts",
                type: "INTEGER",
                nullable: false,
                defaultValue: false);

            migrationBuilder.CreateIndex(
                name: "IX_Attempts_Id",
                table: "Attempts",
                column: "Id",
                filter: "NOT \"Recorded\"");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Attempts_Id",
                table: "Attempts");

            migrationBuilder.DropColumn(
                name: "Recorded",
                table: "Attempts");
        }
    }
}
