export const ROOT: string;
export function run(command: string, args: string[], env?: Record<string, string>): number;
export function runQuietly(command: string, args: string[]): Promise<{ code: number; said: string }>;
export function has(program: string): boolean;
export function ensurePackages(): void;
export function ensureBuild(): 0;
export function answers(url: string): Promise<boolean>;
