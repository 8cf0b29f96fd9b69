import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  // Browsers that know light-dark() themselves (2024): written out for older ones, paper could not stay light by night.
  plugins: [react(), tailwindcss({ optimize: false })],
  build: { target: "es2022", cssTarget: ["chrome123", "firefox120", "safari17.5"], sourcemap: false },
  // The server takes writes of its own page alone: asked under the page's own name, it is that page.
  server: { host: "127.0.0.1", proxy: { "/api": { target: "http://127.0.0.1:8460", changeOrigin: false } } },
});
