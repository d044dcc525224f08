declare module 'fhir' {
  /** FHIR.js: validates resources against the published definitions. */
  export class Fhir {
    validate(resource: object): {
      valid: boolean;
      messages: { severity: string; location?: string; message: string }[];
    };
  }
}
