export interface NginxGiven {
  folder: string;
  address: string;
  port: number;
  cert: string;
  key: string;
  /** Addresses such as 127.0.0.1:4280. */
  servers: string[];
}
export function openNginx(given: NginxGiven): Promise<{ stop: () => Promise<void> }>;
