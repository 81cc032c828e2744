import { AnswersAsSent1795980000000 } from './answers-as-sent';
import { AroundThePath1780560000000 } from './first/around-the-path';
import { Bills1797000000000 } from './hand-over/bills';
import { Customers1797100000000 } from './hand-over/customers';
import { Stays1797200000000 } from './hand-over/stays';
import { Messages1797300000000 } from './hand-over/messages';
import { CopyPerDrive1795800000000 } from './first/copy-per-drive';
import { DrivesByRole1795970000000 } from './first/drives-by-role';
import { EventsTyped1795950000000 } from './first/events-typed';
import { FitAndPrice1795400000000 } from './first/fit-and-price';
import { FirstSchema1780300800000 } from './first/first-schema';
import { Mended1795900000000 } from './first/mended';
import { Lists1796200000000 } from './lists';
import { ListsOfTheHouse1796300000000 } from './lists-of-the-house';
import { StartCases1796400000000 } from './start-cases';
import { DriveReads1796800000000 } from './drive-reads';
import { ModelPictures1796900000000 } from './model-pictures';
import { MemoryTests1796700000000 } from './memory-tests';
import { Photographs1796600000000 } from './photographs';
import { PlacesOnTheSheet1796500000000 } from './places-on-the-sheet';
import { TrialsIndex1795960000000 } from './trials-index';
import { NamesOfTheBench1796100000000 } from './names-of-the-bench';
import { KeptFilters1797600000000 } from './day/kept-filters';
import { Diary1797800000000 } from './day/diary';
import { Purchases1797900000000 } from './day/purchases';
import { Keeping1798300000000 } from './house/keeping';
import { PackedSamples1798500000000 } from './house/packed-samples';
import { Finding1798600000000 } from './house/finding';
import { RunsTold1798700000000 } from './house/runs-told';
import { ChangedRowsTold1798800000000 } from './house/changed-rows-told';
import { SettingChanges1798400000000 } from './house/setting-changes';
import { Measures1798200000000 } from './day/measures';
import { Equipment1798100000000 } from './day/equipment';
import { Yardsticks1798000000000 } from './day/yardsticks';
import { FormatsTold1797700000000 } from './day/formats-told';
import { Hours1797500000000 } from './day/hours';
import { Wipes1797400000000 } from './hand-over/wipes';
import { NamesOfTheField1795990000000 } from './names-of-the-field';
import { PlanAndCopy1795600000000 } from './first/plan-and-copy';

/** Every migration, oldest first. */
export const migrations = [
  FirstSchema1780300800000,
  AroundThePath1780560000000,
  FitAndPrice1795400000000,
  PlanAndCopy1795600000000,
  CopyPerDrive1795800000000,
  Mended1795900000000,
  EventsTyped1795950000000,
  TrialsIndex1795960000000,
  DrivesByRole1795970000000,
  AnswersAsSent1795980000000,
  NamesOfTheField1795990000000,
  NamesOfTheBench1796100000000,
  Lists1796200000000,
  ListsOfTheHouse1796300000000,
  StartCases1796400000000,
  PlacesOnTheSheet1796500000000,
  Photographs1796600000000,
  MemoryTests1796700000000,
  DriveReads1796800000000,
  ModelPictures1796900000000,
  Bills1797000000000,
  Customers1797100000000,
  Stays1797200000000,
  Messages1797300000000,
  Wipes1797400000000,
  Hours1797500000000,
  KeptFilters1797600000000,
  FormatsTold1797700000000,
  Diary1797800000000,
  Purchases1797900000000,
  Yardsticks1798000000000,
  Equipment1798100000000,
  Measures1798200000000,
  Keeping1798300000000,
  SettingChanges1798400000000,
  PackedSamples1798500000000,
  Finding1798600000000,
  RunsTold1798700000000,
  ChangedRowsTold1798800000000,
];
