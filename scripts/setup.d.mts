export function browserPath(): string | null;
