using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Ermine.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Falls : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<double>(name: "FallsMm", table: "ForecastHourRow", type: "REAL", nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(name: "FallsMm", table: "ForecastHourRow");
        }
    }
}
