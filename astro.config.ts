import node from "@astrojs/node";
import react from "@astrojs/react";
import tailwind from "@tailwindcss/vite";
import { defineConfig } from "astro/config";

export default defineConfig({
  output: "server",
  adapter: node({ mode: "middleware" }),
  integrations: [react()],
  devToolbar: { enabled: false },
  // src/middleware.ts checks origins on every write, JSON bodies included, which Astro's own check does not.
  security: {
    checkOrigin: false,
    allowedDomains: [{ hostname: "127.0.0.1" }, { hostname: "localhost" }],
  },
  build: { inlineStylesheets: "never" },
  vite: {
    plugins: [tailwind()],
    worker: { format: "es" },
    build: {
      assetsInlineLimit: 0,
    },
  },
  experimental: {
    csp: {
      directives: [
        "default-src 'self'",
        "img-src 'self' data: blob:",
        "font-src 'self'",
        "connect-src 'self'",
        "worker-src 'self'",
        "object-src 'none'",
        "base-uri 'none'",
        "form-action 'self'",
        "frame-ancestors 'none'",
      ],
    },
  },
});
