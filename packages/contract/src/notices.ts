import 'reflect-metadata';
import { IsIn, IsObject, ValidateNested } from 'class-validator';
import { Type } from 'class-transformer';
import { HOW_TOLD, type HowTold, type Telling } from '@steady/core/notices';

const IsHowTold = () => IsIn(HOW_TOLD, { message: 'Choose how you want to be told.' });

class TellingInput implements Telling {
  @IsHowTold()
  'came in': HowTold;

  @IsHowTold()
  completed: HowTold;

  @IsHowTold()
  asked: HowTold;
}

/** How somebody wants to be told of what clients do. */
export class SetTelling {
  @IsObject({ message: 'Choose how you want to be told.' })
  @ValidateNested()
  @Type(() => TellingInput)
  telling: TellingInput;
}

export interface TellingView {
  telling: Telling;
}
