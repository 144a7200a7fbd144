import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { viteSingleFile } from "vite-plugin-singlefile";

/** The trip book: one file with all that it is made of inside, which the page fills with a trip. */
export default defineConfig({
  plugins: [react(), tailwindcss(), viteSingleFile()],
  build: {
    outDir: "../src/Ermine.Server/wwwroot",
    emptyOutDir: false,
    rollupOptions: { input: "book.html" },
  },
});
