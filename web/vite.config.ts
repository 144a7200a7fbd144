import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react(), tailwindcss()],
  build: { outDir: "../src/Ermine.Server/wwwroot", emptyOutDir: true, manifest: "built.json" },
  server: { proxy: { "/api": "http://127.0.0.1:5230" } },
});
