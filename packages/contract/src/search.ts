export interface Found {
  /** What it is: "client", "job"; the area that found it says where it leads. */
  kind: string;
  id: string;
  name: string;
  beside: string;
  /** What it stands under, where it has no page of its own. */
  within?: string;
}
