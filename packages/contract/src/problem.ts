/** An error answer, RFC 9457 problem details, with a code that does not change and one entry for each field in question. */
export interface ProblemDetails {
  type: string;
  status: number;
  code: string;
  title: string;
  detail: string;
  errors?: FieldProblem[];
  /** Under this id the log tells of the request. */
  id?: string;
  /** With `changed-meanwhile`: the record as it stands now. */
  current?: unknown;
}

export interface FieldProblem {
  /** Dotted path of the field: "contact.email". */
  field: string;
  message: string;
}
