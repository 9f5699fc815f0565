export interface Found {
  kind: 'client' | 'job';
  id: string;
  name: string;
  beside: string;
}
