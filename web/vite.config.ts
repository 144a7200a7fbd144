import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig, type Plugin } from "vite";

/** What draws the page comes while what it draws is asked for. */
const drawsAtOnce: Plugin = {
  name: "draws-at-once",
  transformIndexHtml: {
    order: "post",
    handler(_html, { bundle }) {
      const page = Object.values(bundle ?? {}).find((c) => c.type === "chunk" && c.name === "page");
      const files = page?.type === "chunk" ? [page.fileName, ...page.imports] : [];
      return files.map((file) => ({
        tag: "link",
        attrs: { rel: "modulepreload", crossorigin: true, href: `/${file}` },
        // After the question itself.
        injectTo: "head",
      }));
    },
  },
};

export default defineConfig({
  plugins: [react(), tailwindcss(), drawsAtOnce],
  build: { outDir: "../src/Ermine.Server/wwwroot", emptyOutDir: true, manifest: "built.json" },
  server: { proxy: { "/api": "http://127.0.0.1:5230" } },
});
