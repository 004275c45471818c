import tailwindcss from "@tailwindcss/vite";
import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  base: "/static/web/",
  plugins: [react(), tailwindcss()],
  build: {
    target: "es2022",
    assetsInlineLimit: 0, // the content policy allows no inlined fonts
    rollupOptions: { input: { index: "index.html", member: "member.html", wall: "wall.html" } },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8497" } },
});
