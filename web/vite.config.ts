import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

const api = `http://127.0.0.1:${process.env.ULBREK_API_PORT ?? 8340}`;

export default defineConfig({
  plugins: [react(), tailwindcss()],
  resolve: { alias: { "@": new URL("src", import.meta.url).pathname } },
  build: { target: "es2022", assetsInlineLimit: 0, chunkSizeWarningLimit: 800 },
  server: { host: "127.0.0.1", proxy: { "/api": api, "/healthz": api } },
});
