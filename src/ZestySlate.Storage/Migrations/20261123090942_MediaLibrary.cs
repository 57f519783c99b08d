using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace ZestySlate.Storage.Migrations
{
    /// <inheritdoc />
    public partial class MediaLibrary : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "ReplacedBy",
                table: "Media",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "MediaItems",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    OwnerId = table.Column<string>(type: "TEXT", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false),
                    Kind = table.Column<int>(type: "INTEGER", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Folder = table.Column<string>(type: "TEXT", nullable: false),
                    Tags = table.Column<string>(type: "TEXT", nullable: false),
                    AlternativeText = table.Column<string>(type: "TEXT", nullable: false),
                    Decorative = table.Column<bool>(type: "INTEGER", nullable: false),
                    Credit = table.Column<string>(type: "TEXT", nullable: false),
                    Licence = table.Column<string>(type: "TEXT", nullable: false),
                    Transcript = table.Column<string>(type: "TEXT", nullable: false),
                    Width = table.Column<int>(type: "INTEGER", nullable: false),
                    Height = table.Column<int>(type: "INTEGER", nullable: false),
                    Bytes = table.Column<long>(type: "INTEGER", nullable: false),
                    AddedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    BinnedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    SearchText = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MediaItems", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "MediaUses",
                columns: table => new
                {
                    ActivityId = table.Column<string>(type: "TEXT", nullable: false),
                    Hash = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_MediaUses", x => new { x.ActivityId, x.Hash });
                });

            migrationBuilder.CreateIndex(
                name: "IX_MediaItems_Hash",
                table: "MediaItems",
                column: "Hash");

            migrationBuilder.CreateIndex(
                name: "IX_MediaItems_OwnerId_BinnedAt_AddedAt",
                table: "MediaItems",
                columns: new[] { "OwnerId", "BinnedAt", "AddedAt" });

            migrationBuilder.CreateIndex(
                name: "IX_MediaUses_Hash",
                table: "MediaUses",
                column: "Hash");

            // Every picture that was stored so far is in its owner's library.
            migrationBuilder.Sql("""
                INSERT INTO MediaItems (Id, OwnerId, Hash, Kind, Name, Folder, Tags, AlternativeText, Decorative, Credit, Licence, Transcript, Width, Height, Bytes, AddedAt, SearchText)
                SELECT lower(hex(randomblob(6))), OwnerId, Hash, 0, OriginalName, '', '', '', 0, '', '', '', Width, Height, Bytes, At, lower(OriginalName) FROM Media
                """);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "MediaItems");

            migrationBuilder.DropTable(
                name: "MediaUses");

            migrationBuilder.DropColumn(
                name: "ReplacedBy",
                table: "Media");
        }
    }
}
