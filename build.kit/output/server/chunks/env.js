// \0virtual:__sveltekit/env
var variables = {};
var dynamic_private_env = {};
var explicit_public_env = {};
var rendered_env = {};
function set_env(env) {}
export { variables as a, set_env as i, explicit_public_env as n, rendered_env as r, dynamic_private_env as t };
