import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  root: import.meta.dirname,
  plugins: [react(), tailwindcss()],
  build: {
    outDir: "dist",
    emptyOutDir: true,
    target: "es2023",
    sourcemap: false,
    chunkSizeWarningLimit: 900,
    // Whatever runs es2023 knows modulepreload.
    modulePreload: { polyfill: false },
    // The first page knows the names of all scripts: only those of pages are told apart by more than their version.
    rolldownOptions: {
      output: {
        chunkFileNames: ({ isDynamicEntry, name }) =>
          `assets/${isDynamicEntry ? `${name.replace(/(Page|View|Menu)$/, "")}-` : ""}[hash:7].js`,
      },
    },
  },
  server: { proxy: { "/api": `http://127.0.0.1:${process.env["PORT"] ?? 4173}` } },
});
