export { t as dynamic_private_env, n as explicit_public_env, r as rendered_env, i as set_env, a as variables } from "./chunks/env.js";
