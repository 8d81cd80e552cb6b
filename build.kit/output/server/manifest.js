export const manifest = (() => {
function __memo(fn) {
	let value;
	return () => value ??= (value = fn());
}

return {
	appDir: "_app",
	appPath: "_app",
	assets: new Set(["icon.svg"]),
	mimeTypes: {".svg":"image/svg+xml"},
	_: {
		client: {start:"_app/immutable/entry/start.CiGD4vUJ.js",app:"_app/immutable/entry/app.9SsHAcax.js",imports:["_app/immutable/entry/start.CiGD4vUJ.js","_app/immutable/chunks/B9uILML7.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/entry/app.9SsHAcax.js","_app/immutable/chunks/Ck7cCKWw.js","_app/immutable/chunks/xihTtKlq.js","_app/immutable/chunks/DclECHGd.js"],stylesheets:[],fonts:[],uses_env_dynamic_public:false},
		nodes: [
			__memo(() => import('./nodes/0.js')),
			__memo(() => import('./nodes/1.js')),
			__memo(() => import('./nodes/2.js')),
			__memo(() => import('./nodes/3.js')),
			__memo(() => import('./nodes/4.js')),
			__memo(() => import('./nodes/5.js')),
			__memo(() => import('./nodes/6.js')),
			__memo(() => import('./nodes/7.js')),
			__memo(() => import('./nodes/8.js')),
			__memo(() => import('./nodes/9.js')),
			__memo(() => import('./nodes/10.js')),
			__memo(() => import('./nodes/11.js')),
			__memo(() => import('./nodes/12.js')),
			__memo(() => import('./nodes/13.js'))
		],
		remotes: {
			
		},
		routes: [
			{
				id: "/",
				pattern: /^\/$/,
				params: [],
				page: { layouts: [0,], errors: [1,], leaf: 3 },
				endpoint: null
			},
			{
				id: "/account",
				pattern: /^\/account\/?$/,
				params: [],
				page: { layouts: [0,], errors: [1,], leaf: 4 },
				endpoint: null
			},
			{
				id: "/account/data",
				pattern: /^\/account\/data\/?$/,
				params: [],
				page: null,
				endpoint: __memo(() => import('./entries/endpoints/account/data/_server.ts.js'))
			},
			{
				id: "/api/boards/[board]/changes",
				pattern: /^\/api\/boards\/([^/]+?)\/changes\/?$/,
				params: [{"name":"board","optional":false,"rest":false,"chained":false}],
				page: null,
				endpoint: __memo(() => import('./entries/endpoints/api/boards/_board_/changes/_server.ts.js'))
			},
			{
				id: "/api/boards/[board]/step",
				pattern: /^\/api\/boards\/([^/]+?)\/step\/?$/,
				params: [{"name":"board","optional":false,"rest":false,"chained":false}],
				page: null,
				endpoint: __memo(() => import('./entries/endpoints/api/boards/_board_/step/_server.ts.js'))
			},
			{
				id: "/api/evaluate",
				pattern: /^\/api\/evaluate\/?$/,
				params: [],
				page: null,
				endpoint: __memo(() => import('./entries/endpoints/api/evaluate/_server.ts.js'))
			},
			{
				id: "/boards",
				pattern: /^\/boards\/?$/,
				params: [],
				page: { layouts: [0,], errors: [1,], leaf: 5 },
				endpoint: null
			},
			{
				id: "/boards/new",
				pattern: /^\/boards\/new\/?$/,
				params: [],
				page: { layouts: [0,], errors: [1,], leaf: 13 },
				endpoint: null
			},
			{
				id: "/boards/[board]",
				pattern: /^\/boards\/([^/]+?)\/?$/,
				params: [{"name":"board","optional":false,"rest":false,"chained":false}],
				page: { layouts: [0,2,], errors: [1,,], leaf: 6 },
				endpoint: null
			},
			{
				id: "/boards/[board]/add",
				pattern: /^\/boards\/([^/]+?)\/add\/?$/,
				params: [{"name":"board","optional":false,"rest":false,"chained":false}],
				page: { layouts: [0,2,], errors: [1,,], leaf: 7 },
				endpoint: null
			},
			{
				id: "/boards/[board]/board.json",
				pattern: /^\/boards\/([^/]+?)\/board\.json\/?$/,
				params: [{"name":"board","optional":false,"rest":false,"chained":false}],
				page: null,
				endpoint: __memo(() => import('./entries/endpoints/boards/_board_/board.json/_server.ts.js'))
			},
			{
				id: "/boards/[board]/brief",
				pattern: /^\/boards\/([^/]+?)\/brief\/?$/,
				params: [{"name":"board","optional":false,"rest":false,"chained":false}],
				page: { layouts: [0,2,], errors: [1,,], leaf: 8 },
				endpoint: null
			},
			{
				id: "/boards/[board]/bring-up",
				pattern: /^\/boards\/([^/]+?)\/bring-up\/?$/,
				params: [{"name":"board","optional":false,"rest":false,"chained":false}],
				page: { layouts: [0,2,], errors: [1,,], leaf: 9 },
				endpoint: null
			},
			{
				id: "/boards/[board]/gate",
				pattern: /^\/boards\/([^/]+?)\/gate\/?$/,
				params: [{"name":"board","optional":false,"rest":false,"chained":false}],
				page: { layouts: [0,2,], errors: [1,,], leaf: 10 },
				endpoint: null
			},
			{
				id: "/boards/[board]/report.md",
				pattern: /^\/boards\/([^/]+?)\/report\.md\/?$/,
				params: [{"name":"board","optional":false,"rest":false,"chained":false}],
				page: null,
				endpoint: __memo(() => import('./entries/endpoints/boards/_board_/report.md/_server.ts.js'))
			},
			{
				id: "/boards/[board]/report",
				pattern: /^\/boards\/([^/]+?)\/report\/?$/,
				params: [{"name":"board","optional":false,"rest":false,"chained":false}],
				page: { layouts: [0,2,], errors: [1,,], leaf: 11 },
				endpoint: null
			},
			{
				id: "/boards/[board]/stages/[stage]",
				pattern: /^\/boards\/([^/]+?)\/stages\/([^/]+?)\/?$/,
				params: [{"name":"board","optional":false,"rest":false,"chained":false},{"name":"stage","optional":false,"rest":false,"chained":false}],
				page: { layouts: [0,2,], errors: [1,,], leaf: 12 },
				endpoint: null
			},
			{
				id: "/healthz",
				pattern: /^\/healthz\/?$/,
				params: [],
				page: null,
				endpoint: __memo(() => import('./entries/endpoints/healthz/_server.ts.js'))
			}
		],
		prerendered_routes: new Set([]),
		matchers: async () => {
			
			return {  };
		},
		server_assets: {}
	}
}
})();
