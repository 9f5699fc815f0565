/** Says, in a way that anybody can check later, that something was there at a moment (RFC 3161). */
export abstract class TimeAuthority {
  /**
   * @param request DER, a time stamp request
   * @returns DER, its answer
   * @throws Error where it cannot be asked; it is asked again later
   */
  abstract stamp(request: Uint8Array): Promise<Uint8Array>;
}
