import { index, type RouteConfig, route } from "@react-router/dev/routes";

export default [
  index("routes/setups.tsx"),
  route("sign-in", "routes/signIn.tsx"),
  route("sign-out", "routes/signOut.ts"),
  route("theme", "routes/theme.ts"),
  route("machines/:machineId/position", "routes/position.ts"),
  route("practice", "routes/latheByItself.tsx"),
  route("practice/lathes/:machineId", "routes/practiceLathe.ts"),
  route("setups/new", "routes/newSetup.tsx"),
  route("setups/:setupId/program", "routes/program.ts"),
  route("setups/:setupId/offsets.nc", "routes/offsetsFile.ts"),
  route("setups/:setupId", "routes/setup.tsx", [
    index("routes/setupIndex.ts"),
    route("prepare", "routes/prepare.tsx"),
    route("mount", "routes/mount.tsx"),
    route("touch", "routes/touch.tsx"),
    route("practice", "routes/practice.tsx"),
    route("table", "routes/table.tsx"),
    route(":stage", "routes/stage.tsx"),
  ]),
  route("*", "routes/notFound.tsx"),
] satisfies RouteConfig;
