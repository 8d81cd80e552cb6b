
// this file is generated — do not edit it


/// <reference types="@sveltejs/kit" />

/**
 * This module provides access to environment variables that are injected _statically_ into your bundle at build time and are limited to _private_ access.
 * 
 * |         | Runtime                                                                    | Build time                                                               |
 * | ------- | -------------------------------------------------------------------------- | ------------------------------------------------------------------------ |
 * | Private | [`$env/dynamic/private`](https://svelte.dev/docs/kit/$env-dynamic-private) | [`$env/static/private`](https://svelte.dev/docs/kit/$env-static-private) |
 * | Public  | [`$env/dynamic/public`](https://svelte.dev/docs/kit/$env-dynamic-public)   | [`$env/static/public`](https://svelte.dev/docs/kit/$env-static-public)   |
 * 
 * Static environment variables are [loaded by Vite](https://vitejs.dev/guide/env-and-mode.html#env-files) from `.env` files and `process.env` at build time and then statically injected into your bundle at build time, enabling optimisations like dead code elimination.
 * 
 * **_Private_ access:**
 * 
 * - This module cannot be imported into client-side code
 * - This module only includes variables that _do not_ begin with [`config.kit.env.publicPrefix`](https://svelte.dev/docs/kit/configuration#env) _and do_ start with [`config.kit.env.privatePrefix`](https://svelte.dev/docs/kit/configuration#env) (if configured)
 * 
 * For example, given the following build time environment:
 * 
 * ```env
 * ENVIRONMENT=production
 * PUBLIC_BASE_URL=http://site.com
 * ```
 * 
 * With the default `publicPrefix` and `privatePrefix`:
 * 
 * ```ts
 * import { ENVIRONMENT, PUBLIC_BASE_URL } from '$env/static/private';
 * 
 * console.log(ENVIRONMENT); // => "production"
 * console.log(PUBLIC_BASE_URL); // => throws error during build
 * ```
 * 
 * The above values will be the same _even if_ different values for `ENVIRONMENT` or `PUBLIC_BASE_URL` are set at runtime, as they are statically replaced in your code with their build time values.
 */
declare module '$env/static/private' {
	export const SVELTEKIT_FORK: string;
	export const INIT_CWD: string;
	export const PIP_FIND_LINKS: string;
	export const npm_command: string;
	export const npm_config_allow_scripts: string;
	export const IS_SANDBOX: string;
	export const npm_config_global_prefix: string;
	export const npm_config_prefix: string;
	export const npm_lifecycle_event: string;
	export const _: string;
	export const npm_config_npm_version: string;
	export const npm_config_noproxy: string;
	export const npm_config_cafile: string;
	export const SSL_CERT_DIR: string;
	export const AWS_CA_BUNDLE: string;
	export const npm_config_userconfig: string;
	export const npm_config_local_prefix: string;
	export const NIX_SSL_CERT_FILE: string;
	export const SSL_CERT_FILE: string;
	export const REQUESTS_CA_BUNDLE: string;
	export const npm_package_json: string;
	export const EDITOR: string;
	export const npm_config_audit: string;
	export const HOME: string;
	export const NODE_ENV: string;
	export const GIT_SSL_CAINFO: string;
	export const PYTHONDONTWRITEBYTECODE: string;
	export const npm_package_engines_node: string;
	export const GRPC_DEFAULT_SSL_ROOTS_FILE_PATH: string;
	export const RUSTUP_AUTO_INSTALL: string;
	export const npm_config_user_agent: string;
	export const RUST_BACKTRACE: string;
	export const OLDPWD: string;
	export const CURL_CA_BUNDLE: string;
	export const PIP_DEFAULT_TIMEOUT: string;
	export const npm_config_yes: string;
	export const PIP_DISABLE_PIP_VERSION_CHECK: string;
	export const NODE_EXTRA_CA_CERTS: string;
	export const npm_node_execpath: string;
	export const PIP_CERT: string;
	export const SPARK_SUM_OUT: string;
	export const TERM: string;
	export const PYTHONUNBUFFERED: string;
	export const npm_config_cache: string;
	export const SHLVL: string;
	export const CLOUDSDK_CORE_CUSTOM_CA_CERTS_FILE: string;
	export const PATH: string;
	export const TF_CLI_CONFIG_FILE: string;
	export const NODE: string;
	export const npm_package_name: string;
	export const COLOR: string;
	export const npm_config_fund: string;
	export const npm_config_omit_lockfile_registry_resolved: string;
	export const LANG: string;
	export const CONTAINER_NAME: string;
	export const npm_lifecycle_script: string;
	export const npm_package_version: string;
	export const DEBIAN_FRONTEND: string;
	export const HTTPLIB2_CA_CERTS: string;
	export const npm_config_node_gyp: string;
	export const SHELL: string;
	export const npm_execpath: string;
	export const npm_config_globalconfig: string;
	export const npm_config_nodedir: string;
	export const npm_config_update_notifier: string;
	export const npm_config_init_module: string;
	export const NVPL_BLAS_DEBUG_CPU_TYPE: string;
	export const PWD: string;
	export const CLOUD_SDK_VERSION: string;
	export const PYENV_ROOT: string;
}

/**
 * This module provides access to environment variables that are injected _statically_ into your bundle at build time and are _publicly_ accessible.
 * 
 * |         | Runtime                                                                    | Build time                                                               |
 * | ------- | -------------------------------------------------------------------------- | ------------------------------------------------------------------------ |
 * | Private | [`$env/dynamic/private`](https://svelte.dev/docs/kit/$env-dynamic-private) | [`$env/static/private`](https://svelte.dev/docs/kit/$env-static-private) |
 * | Public  | [`$env/dynamic/public`](https://svelte.dev/docs/kit/$env-dynamic-public)   | [`$env/static/public`](https://svelte.dev/docs/kit/$env-static-public)   |
 * 
 * Static environment variables are [loaded by Vite](https://vitejs.dev/guide/env-and-mode.html#env-files) from `.env` files and `process.env` at build time and then statically injected into your bundle at build time, enabling optimisations like dead code elimination.
 * 
 * **_Public_ access:**
 * 
 * - This module _can_ be imported into client-side code
 * - **Only** variables that begin with [`config.kit.env.publicPrefix`](https://svelte.dev/docs/kit/configuration#env) (which defaults to `PUBLIC_`) are included
 * 
 * For example, given the following build time environment:
 * 
 * ```env
 * ENVIRONMENT=production
 * PUBLIC_BASE_URL=http://site.com
 * ```
 * 
 * With the default `publicPrefix` and `privatePrefix`:
 * 
 * ```ts
 * import { ENVIRONMENT, PUBLIC_BASE_URL } from '$env/static/public';
 * 
 * console.log(ENVIRONMENT); // => throws error during build
 * console.log(PUBLIC_BASE_URL); // => "http://site.com"
 * ```
 * 
 * The above values will be the same _even if_ different values for `ENVIRONMENT` or `PUBLIC_BASE_URL` are set at runtime, as they are statically replaced in your code with their build time values.
 */
declare module '$env/static/public' {
	
}

/**
 * This module provides access to environment variables set _dynamically_ at runtime and that are limited to _private_ access.
 * 
 * |         | Runtime                                                                    | Build time                                                               |
 * | ------- | -------------------------------------------------------------------------- | ------------------------------------------------------------------------ |
 * | Private | [`$env/dynamic/private`](https://svelte.dev/docs/kit/$env-dynamic-private) | [`$env/static/private`](https://svelte.dev/docs/kit/$env-static-private) |
 * | Public  | [`$env/dynamic/public`](https://svelte.dev/docs/kit/$env-dynamic-public)   | [`$env/static/public`](https://svelte.dev/docs/kit/$env-static-public)   |
 * 
 * Dynamic environment variables are defined by the platform you're running on. For example if you're using [`adapter-node`](https://github.com/sveltejs/kit/tree/main/packages/adapter-node) (or running [`vite preview`](https://svelte.dev/docs/kit/cli)), this is equivalent to `process.env`.
 * 
 * **_Private_ access:**
 * 
 * - This module cannot be imported into client-side code
 * - This module includes variables that _do not_ begin with [`config.kit.env.publicPrefix`](https://svelte.dev/docs/kit/configuration#env) _and do_ start with [`config.kit.env.privatePrefix`](https://svelte.dev/docs/kit/configuration#env) (if configured)
 * 
 * > [!NOTE] In `dev`, `$env/dynamic` includes environment variables from `.env`. In `prod`, this behavior will depend on your adapter.
 * 
 * > [!NOTE] To get correct types, environment variables referenced in your code should be declared (for example in an `.env` file), even if they don't have a value until the app is deployed:
 * >
 * > ```env
 * > MY_FEATURE_FLAG=
 * > ```
 * >
 * > You can override `.env` values from the command line like so:
 * >
 * > ```sh
 * > MY_FEATURE_FLAG="enabled" npm run dev
 * > ```
 * 
 * For example, given the following runtime environment:
 * 
 * ```env
 * ENVIRONMENT=production
 * PUBLIC_BASE_URL=http://site.com
 * ```
 * 
 * With the default `publicPrefix` and `privatePrefix`:
 * 
 * ```ts
 * import { env } from '$env/dynamic/private';
 * 
 * console.log(env.ENVIRONMENT); // => "production"
 * console.log(env.PUBLIC_BASE_URL); // => undefined
 * ```
 */
declare module '$env/dynamic/private' {
	export const env: {
		SVELTEKIT_FORK: string;
		INIT_CWD: string;
		PIP_FIND_LINKS: string;
		npm_command: string;
		npm_config_allow_scripts: string;
		IS_SANDBOX: string;
		npm_config_global_prefix: string;
		npm_config_prefix: string;
		npm_lifecycle_event: string;
		_: string;
		npm_config_npm_version: string;
		npm_config_noproxy: string;
		npm_config_cafile: string;
		SSL_CERT_DIR: string;
		AWS_CA_BUNDLE: string;
		npm_config_userconfig: string;
		npm_config_local_prefix: string;
		NIX_SSL_CERT_FILE: string;
		SSL_CERT_FILE: string;
		REQUESTS_CA_BUNDLE: string;
		npm_package_json: string;
		EDITOR: string;
		npm_config_audit: string;
		HOME: string;
		NODE_ENV: string;
		GIT_SSL_CAINFO: string;
		PYTHONDONTWRITEBYTECODE: string;
		npm_package_engines_node: string;
		GRPC_DEFAULT_SSL_ROOTS_FILE_PATH: string;
		RUSTUP_AUTO_INSTALL: string;
		npm_config_user_agent: string;
		RUST_BACKTRACE: string;
		OLDPWD: string;
		CURL_CA_BUNDLE: string;
		PIP_DEFAULT_TIMEOUT: string;
		npm_config_yes: string;
		PIP_DISABLE_PIP_VERSION_CHECK: string;
		NODE_EXTRA_CA_CERTS: string;
		npm_node_execpath: string;
		PIP_CERT: string;
		SPARK_SUM_OUT: string;
		TERM: string;
		PYTHONUNBUFFERED: string;
		npm_config_cache: string;
		SHLVL: string;
		CLOUDSDK_CORE_CUSTOM_CA_CERTS_FILE: string;
		PATH: string;
		TF_CLI_CONFIG_FILE: string;
		NODE: string;
		npm_package_name: string;
		COLOR: string;
		npm_config_fund: string;
		npm_config_omit_lockfile_registry_resolved: string;
		LANG: string;
		CONTAINER_NAME: string;
		npm_lifecycle_script: string;
		npm_package_version: string;
		DEBIAN_FRONTEND: string;
		HTTPLIB2_CA_CERTS: string;
		npm_config_node_gyp: string;
		SHELL: string;
		npm_execpath: string;
		npm_config_globalconfig: string;
		npm_config_nodedir: string;
		npm_config_update_notifier: string;
		npm_config_init_module: string;
		NVPL_BLAS_DEBUG_CPU_TYPE: string;
		PWD: string;
		CLOUD_SDK_VERSION: string;
		PYENV_ROOT: string;
		[key: `PUBLIC_${string}`]: undefined;
		[key: `${string}`]: string | undefined;
	}
}

/**
 * This module provides access to environment variables set _dynamically_ at runtime and that are _publicly_ accessible.
 * 
 * |         | Runtime                                                                    | Build time                                                               |
 * | ------- | -------------------------------------------------------------------------- | ------------------------------------------------------------------------ |
 * | Private | [`$env/dynamic/private`](https://svelte.dev/docs/kit/$env-dynamic-private) | [`$env/static/private`](https://svelte.dev/docs/kit/$env-static-private) |
 * | Public  | [`$env/dynamic/public`](https://svelte.dev/docs/kit/$env-dynamic-public)   | [`$env/static/public`](https://svelte.dev/docs/kit/$env-static-public)   |
 * 
 * Dynamic environment variables are defined by the platform you're running on. For example if you're using [`adapter-node`](https://github.com/sveltejs/kit/tree/main/packages/adapter-node) (or running [`vite preview`](https://svelte.dev/docs/kit/cli)), this is equivalent to `process.env`.
 * 
 * **_Public_ access:**
 * 
 * - This module _can_ be imported into client-side code
 * - **Only** variables that begin with [`config.kit.env.publicPrefix`](https://svelte.dev/docs/kit/configuration#env) (which defaults to `PUBLIC_`) are included
 * 
 * > [!NOTE] In `dev`, `$env/dynamic` includes environment variables from `.env`. In `prod`, this behavior will depend on your adapter.
 * 
 * > [!NOTE] To get correct types, environment variables referenced in your code should be declared (for example in an `.env` file), even if they don't have a value until the app is deployed:
 * >
 * > ```env
 * > MY_FEATURE_FLAG=
 * > ```
 * >
 * > You can override `.env` values from the command line like so:
 * >
 * > ```sh
 * > MY_FEATURE_FLAG="enabled" npm run dev
 * > ```
 * 
 * For example, given the following runtime environment:
 * 
 * ```env
 * ENVIRONMENT=production
 * PUBLIC_BASE_URL=http://example.com
 * ```
 * 
 * With the default `publicPrefix` and `privatePrefix`:
 * 
 * ```ts
 * import { env } from '$env/dynamic/public';
 * console.log(env.ENVIRONMENT); // => undefined, not public
 * console.log(env.PUBLIC_BASE_URL); // => "http://example.com"
 * ```
 * 
 * ```
 * 
 * ```
 */
declare module '$env/dynamic/public' {
	export const env: {
		[key: `PUBLIC_${string}`]: string | undefined;
	}
}
