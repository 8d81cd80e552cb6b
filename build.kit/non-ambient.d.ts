
// this file is generated — do not edit it


declare module "svelte/elements" {
	export interface HTMLAttributes<T> {
		'data-sveltekit-keepfocus'?: true | '' | 'off' | undefined | null;
		'data-sveltekit-noscroll'?: true | '' | 'off' | undefined | null;
		'data-sveltekit-preload-code'?:
			| true
			| ''
			| 'eager'
			| 'viewport'
			| 'hover'
			| 'tap'
			| 'off'
			| undefined
			| null;
		'data-sveltekit-preload-data'?: true | '' | 'hover' | 'tap' | 'off' | undefined | null;
		'data-sveltekit-reload'?: true | '' | 'off' | undefined | null;
		'data-sveltekit-replacestate'?: true | '' | 'off' | undefined | null;
	}
}

export {};


declare module "$app/types" {
	type MatcherParam<M> = M extends (param : string) => param is (infer U extends string) ? U : string;

	export interface AppTypes {
		RouteId(): "/" | "/account" | "/account/data" | "/api" | "/api/boards" | "/api/boards/[board]" | "/api/boards/[board]/changes" | "/api/boards/[board]/step" | "/api/evaluate" | "/boards" | "/boards/new" | "/boards/[board]" | "/boards/[board]/add" | "/boards/[board]/board.json" | "/boards/[board]/brief" | "/boards/[board]/bring-up" | "/boards/[board]/gate" | "/boards/[board]/report.md" | "/boards/[board]/report" | "/boards/[board]/stages" | "/boards/[board]/stages/[stage]" | "/healthz" | "/theme";
		RouteParams(): {
			"/api/boards/[board]": { board: string };
			"/api/boards/[board]/changes": { board: string };
			"/api/boards/[board]/step": { board: string };
			"/boards/[board]": { board: string };
			"/boards/[board]/add": { board: string };
			"/boards/[board]/board.json": { board: string };
			"/boards/[board]/brief": { board: string };
			"/boards/[board]/bring-up": { board: string };
			"/boards/[board]/gate": { board: string };
			"/boards/[board]/report.md": { board: string };
			"/boards/[board]/report": { board: string };
			"/boards/[board]/stages": { board: string };
			"/boards/[board]/stages/[stage]": { board: string; stage: string }
		};
		LayoutParams(): {
			"/": { board?: string | undefined; stage?: string | undefined };
			"/account": Record<string, never>;
			"/account/data": Record<string, never>;
			"/api": { board?: string | undefined };
			"/api/boards": { board?: string | undefined };
			"/api/boards/[board]": { board: string };
			"/api/boards/[board]/changes": { board: string };
			"/api/boards/[board]/step": { board: string };
			"/api/evaluate": Record<string, never>;
			"/boards": { board?: string | undefined; stage?: string | undefined };
			"/boards/new": Record<string, never>;
			"/boards/[board]": { board: string; stage?: string | undefined };
			"/boards/[board]/add": { board: string };
			"/boards/[board]/board.json": { board: string };
			"/boards/[board]/brief": { board: string };
			"/boards/[board]/bring-up": { board: string };
			"/boards/[board]/gate": { board: string };
			"/boards/[board]/report.md": { board: string };
			"/boards/[board]/report": { board: string };
			"/boards/[board]/stages": { board: string; stage?: string | undefined };
			"/boards/[board]/stages/[stage]": { board: string; stage: string };
			"/healthz": Record<string, never>;
			"/theme": Record<string, never>
		};
		Pathname(): "/" | "/account" | "/account/data" | `/api/boards/${string}/changes` & {} | `/api/boards/${string}/step` & {} | "/api/evaluate" | "/boards" | "/boards/new" | `/boards/${string}` & {} | `/boards/${string}/add` & {} | `/boards/${string}/board.json` & {} | `/boards/${string}/brief` & {} | `/boards/${string}/bring-up` & {} | `/boards/${string}/gate` & {} | `/boards/${string}/report.md` & {} | `/boards/${string}/report` & {} | `/boards/${string}/stages/${string}` & {} | "/healthz";
		ResolvedPathname(): `${"" | `/${string}`}${ReturnType<AppTypes['Pathname']>}`;
		Asset(): "/icon.svg" | string & {};
	}
}