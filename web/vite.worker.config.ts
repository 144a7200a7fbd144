import { defineConfig } from "vite";

/** The worker that keeps the page for when its server is away: one script at the root, whose name never changes. */
export default defineConfig({
  publicDir: false,
  build: {
    outDir: "../src/Ermine.Server/wwwroot",
    emptyOutDir: false,
    lib: { entry: "src/offline/worker.ts", formats: ["iife"], name: "worker", fileName: () => "worker.js" },
  },
});
