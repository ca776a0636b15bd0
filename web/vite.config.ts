import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";
import { VitePWA } from "vite-plugin-pwa";

const api = `http://127.0.0.1:${process.env.ULBREK_API_PORT ?? 8340}`;

export default defineConfig({
  plugins: [
    react(),
    tailwindcss(),
    // Registered by the page of a running pour alone: what it needs without a network is kept on the phone.
    VitePWA({
      injectRegister: null,
      registerType: "autoUpdate",
      manifest: {
        name: "Ulbrek",
        short_name: "Ulbrek",
        description: "Plans small concrete castings",
        display: "standalone",
        start_url: "/",
        background_color: "#eeebe4",
        theme_color: "#262b2a",
        icons: [{ src: "/mark.svg", sizes: "any", type: "image/svg+xml" }],
      },
      workbox: {
        globPatterns: ["index.html", "theme.js", "mark.svg", "assets/*.{js,css,woff2}"],
        navigateFallback: "/index.html",
        navigateFallbackDenylist: [/^\/api\//, /^\/(trust|livez|healthz|metrics|apidocs)/],
        clientsClaim: true,
        skipWaiting: true,
        maximumFileSizeToCacheInBytes: 4_000_000,
      },
    }),
  ],
  resolve: { alias: { "@": new URL("src", import.meta.url).pathname } },
  build: { target: "es2022", assetsInlineLimit: 0, chunkSizeWarningLimit: 800 },
  server: { host: "127.0.0.1", proxy: { "/api": api, "/healthz": api } },
});
