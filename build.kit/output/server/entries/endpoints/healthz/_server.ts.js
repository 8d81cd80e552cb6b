import { text } from "@sveltejs/kit";
// src/routes/healthz/+server.ts
var GET = () => text("ok");
export { GET };
