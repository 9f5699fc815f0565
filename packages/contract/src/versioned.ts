import { IsInt, Min } from 'class-validator';

/** The version of a record that somebody had before them: the second of two who change it at once is told. */
export class Versioned {
  @IsInt()
  @Min(1)
  version: number;
}
