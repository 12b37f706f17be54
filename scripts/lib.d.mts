export const ROOT: string;
export function run(command: string, args: string[], env?: Record<string, string>): number;
export function has(program: string): boolean;
export function ensurePackages(): void;
export function ensureBuild(): void;
export function answers(url: string): Promise<boolean>;
