declare module "s3rver" {
  interface Settings {
    readonly port: number;
    readonly address: string;
    readonly silent: boolean;
    readonly directory: string;
    readonly resetOnClose: boolean;
    readonly configureBuckets: readonly { readonly name: string; readonly configs: readonly string[] }[];
  }
  /** A store on disk that speaks S3, for tests. */
  export default class S3rver {
    constructor(settings: Settings);
    run(): Promise<unknown>;
    close(): Promise<void>;
  }
}
