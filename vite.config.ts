import optimizeLocales from "@react-aria/optimize-locales-plugin";
import { reactRouter } from "@react-router/dev/vite";
import { defineConfig } from "vite";

export default defineConfig(({ command, isSsrBuild }) => ({
  plugins: [{ ...optimizeLocales.vite({ locales: ["en-US"] }), enforce: "pre" as const }, reactRouter()],
  oxc: {
    plugins: { styledComponents: { ssr: true, displayName: false, fileName: false, minify: true } },
  } as Record<string, unknown>,
  worker: { format: "es" as const },
  build: { target: "es2022", assetsInlineLimit: 0, sourcemap: isSsrBuild === true },
  environments: {
    client: {
      build: {
        rollupOptions: {
          output: {
            // What most screens share is fetched as one file, not as fifty of a few hundred bytes each.
            codeSplitting: { groups: [{ name: "shared", minShareCount: 4 }] },
          },
        },
      },
    },
    ssr: {
      build: { rollupOptions: { input: "./server/app.ts" } },
      // Built in, only what is used of them is loaded: all of the icons alone were megabytes of the server's memory. Served from the
      // sources they would be thousands of modules to go through at every start.
      ...(command === "build" && {
        resolve: { noExternal: ["lucide-react", "chart.js", /^@?(react-aria|react-stately|internationalized)/] },
      }),
    },
  },
  // Every package that a page can ask for: one that is found late makes the page load again.
  optimizeDeps: {
    include: [
      "ajv",
      "chart.js",
      "clipper2-ts",
      "fast-xml-parser",
      "idb",
      "lucide-react",
      "papaparse",
      "react-aria-components",
      "react-dom/client",
      "react-router",
      "react-router/dom",
      "styled-components",
      "uuid",
    ],
  },
}));
