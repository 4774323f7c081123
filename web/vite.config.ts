import react from "@vitejs/plugin-react";
import { VitePWA } from "vite-plugin-pwa";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [
    react(),
    VitePWA({
      registerType: "autoUpdate",
      injectRegister: false,
      manifest: {
        name: "Bucephal",
        short_name: "Bucephal",
        description: "How light each cue is, and what to do next",
        theme_color: "#17505A",
        background_color: "#F7F3EA",
        display: "standalone",
        start_url: "/",
        icons: [{ src: "/icon.svg", sizes: "any", type: "image/svg+xml", purpose: "any" }],
      },
      workbox: {
        globPatterns: ["**/*.{js,css,html,woff2,svg}"],
        navigateFallback: "/index.html",
        // What the server says is kept by the query cache; the worker never stands in between.
        navigateFallbackDenylist: [/^\/api\//, /^\/reports\//],
      },
    }),
  ],
  server: { proxy: { "/api": "http://127.0.0.1:8000" } },
  build: { manifest: true, assetsInlineLimit: 0, modulePreload: { polyfill: false } },
  // Whole pages are rendered and searched by name, which is slow in jsdom; no test is about speed.
  test: {
    environment: "jsdom",
    setupFiles: ["src/testSetup.ts"],
    css: false,
    testTimeout: 60_000,
    // One world for all files: each forgets what the device remembers (renderAt), and none replaces a module.
    pool: "threads",
    isolate: false,
    maxWorkers: 2,
  },
});
