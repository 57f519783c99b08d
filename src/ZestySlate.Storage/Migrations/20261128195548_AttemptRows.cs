using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace ZestySlate.Storage.Migrations
{
    /// <inheritdoc />
    public partial class AttemptRows : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "AttemptRows",
                columns: table => new
                {
                    AttemptId = table.Column<string>(type: "TEXT", nullable: false),
                    Events = table.Column<int>(type: "INTEGER", nullable: false),
                    Rules = table.Column<Guid>(type: "TEXT", nullable: false),
                    Json = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_AttemptRows", x => new { x.AttemptId, x.Events });
                    table.ForeignKey(
                        name: "FK_AttemptRows_Attempts_AttemptId",
                        column: x => x.AttemptId,
                        principalTable: "Attempts",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Attempts_ActivityId",
                table: "Attempts",
                column: "ActivityId",
                filter: "\"HandedInAt\" IS NULL");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "AttemptRows");

            migrationBuilder.DropIndex(
                name: "IX_Attempts_ActivityId",
                table: "Attempts");
        }
    }
}
