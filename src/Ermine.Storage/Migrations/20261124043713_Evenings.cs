using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Ermine.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Evenings : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(name: "InHour", table: "NightRow", type: "REAL", nullable: true);

            migrationBuilder.AddColumn<string>(name: "Start", table: "NightRow", type: "TEXT", nullable: true);

            migrationBuilder.AddColumn<double>(name: "UpHour", table: "NightRow", type: "REAL", nullable: true);

            migrationBuilder.CreateTable(
                name: "EventRow",
                columns: table => new
                {
                    TripId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    NightId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Kind = table.Column<string>(type: "TEXT", nullable: false),
                    Hour = table.Column<double>(type: "REAL", nullable: false),
                    Kcal = table.Column<double>(type: "REAL", nullable: true),
                    Litres = table.Column<double>(type: "REAL", nullable: true),
                    WaterC = table.Column<double>(type: "REAL", nullable: true),
                    ItemId = table.Column<Guid>(type: "TEXT", nullable: true),
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_EventRow", x => new { x.TripId, x.Id });
                    table.ForeignKey(
                        name: "FK_EventRow_Items_ItemId",
                        column: x => x.ItemId,
                        principalTable: "Items",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict
                    );
                    table.ForeignKey(
                        name: "FK_EventRow_Trips_TripId",
                        column: x => x.TripId,
                        principalTable: "Trips",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade
                    );
                }
            );

            migrationBuilder.CreateIndex(name: "IX_EventRow_ItemId", table: "EventRow", column: "ItemId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(name: "EventRow");

            migrationBuilder.DropColumn(name: "InHour", table: "NightRow");

            migrationBuilder.DropColumn(name: "Start", table: "NightRow");

            migrationBuilder.DropColumn(name: "UpHour", table: "NightRow");
        }
    }
}
