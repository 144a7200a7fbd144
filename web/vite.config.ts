import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

/** What draws the page comes while what it draws is asked for. */
const drawsAtOnce: Plugin = {
  name: "draws-at-once",
  transformIndexHtml: {
    order: "post",
    handler(_html, { bundle }) {
      const draws = Object.values(bundle ?? {}).filter((f) => f.type === "chunk" && f.name === "draws");
      return draws.map((file) => ({
        tag: "link",
        attrs: { rel: "modulepreload", crossorigin: true, href: `/${file.fileName}` },
        // After the question itself.
        injectTo: "head",
      }));
    },
  },
};

export default defineConfig({
  plugins: [react(), tailwindcss(), drawsAtOnce],
  build: {
    outDir: "../src/Ermine.Server/wwwroot",
    emptyOutDir: true,
    manifest: "built.json",
    rolldownOptions: {
      output: {
        // What the first page needs comes in two pieces: what asks, and what draws.
        codeSplitting: {
          groups: [
            { name: "asks", test: /src\/(main|state\/plan)\.ts$/, priority: 2 },
            { name: "draws", test: /src\/shell\/page\.tsx$/, priority: 1 },
          ],
        },
      },
    },
  },
  server: { proxy: { "/api": "http://127.0.0.1:5230" } },
});
