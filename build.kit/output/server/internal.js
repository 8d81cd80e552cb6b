import { n as set_building, r as set_prerendering, u as set_assets } from "./chunks/internal.js";
import { i as set_public_env, r as set_private_env } from "./chunks/shared-server.js";
import { a as set_read_implementation, i as set_manifest, n as options, t as get_hooks } from "./chunks/internal2.js";
export { get_hooks, options, set_assets, set_building, set_manifest, set_prerendering, set_private_env, set_public_env, set_read_implementation };
