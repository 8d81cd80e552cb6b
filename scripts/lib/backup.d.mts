export function backup(url: string, file: string): Promise<number>;
export function restore(url: string, file: string): Promise<number>;
