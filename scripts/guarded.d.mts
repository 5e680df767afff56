export function guarded(folder: string): string;
