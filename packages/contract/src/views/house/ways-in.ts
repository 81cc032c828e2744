/** A certificate as people compare it. */
export interface CertificateView {
  /** SHA-256 over all of it (RFC 5280), in pairs of figures. */
  fingerprint: string;
  until: string;
}

/** How people come in. */
export interface WaysInView {
  /** Who speaks HTTPS with them: the server itself, a proxy before it, or nobody. */
  secured: 'by itself' | 'by a proxy' | 'not';
  /** Where people open it, where that is said. */
  publicUrl: string | null;
  /** What the server answers with. */
  certificate: CertificateView | null;
  /** The shop's own authority, which tablets are given once; null where it has none. */
  authority: (CertificateView & { path: string }) | null;
}
