export const BROWSER: { executablePath: string; args: string[] };
export function installBrowser(): Promise<void>;
