import type { Command } from './command';
import * as codes from './codes/commands';
import * as parts from './parts/commands';
import * as reservation from './parts/reservation';
import * as selftest from './selftest/commands';
import * as erasure from './erasure/commands';
import * as counting from './erasure/count';
import * as erasing from './erasure/run';
import * as archive from './archive/commands';
import * as exchange from './exchange/exchange';
import * as jobs from './jobs/commands';
import * as lots from './lots/commands';
import * as imports from './lots/importManifest';
import * as memory from './memory/commands';
import * as people from './people/commands';
import * as photos from './photos/commands';
import * as ports from './proof/ports';
import * as proof from './proof/commands';
import * as report from './report/commands';
import * as sighting from './report/sighting';
import * as rules from './rules/commands';
import * as house from './house/commands';
import * as sales from './sales/commands';
import * as corrections from './sales/corrections';
import * as build from './stock/build';
import * as stock from './stock/commands';
import * as study from './study/commands';
import * as places from './parts/places';
import { takeBackAct } from './back/act';
import { takeBackPart } from './back/entry';
import { takeBackReport } from './back/report';
import * as takes from './parts/compatibility';
import * as wants from './parts/wants';
import * as one from './lots/one';
import * as units from './units/commands';
import * as takeBack from './units/takeBack';
import * as verdicts from './units/verdicts';
import * as answers from './units/answers';
import * as ending from './units/ending';
import * as system from './units/system';
import * as work from './work/back';
import * as ended from './work/ended';
import * as running from './work/running';
import * as mat from './hands/mat';
import * as readings from './readings/commands';
import { recordElectrical } from './readings/electrical';
import * as runs from './readings/runs';
import * as models from './models/commands';
import * as clean from './hands/clean';
import * as notes from './hands/notes';
import * as partCount from './parts/count';
import * as damage from './hands/damage';
import * as owners from './hands/owner';
import * as value from './value/commands';
import * as calendar from './day/calendar';
import * as day from './day/commands';

const all = [
  lots.receiveLot,
  imports.importManifest,
  imports.startImport,
  lots.addUnit,
  lots.correctLot,
  one.buyOne,
  answers.observe,
  verdicts.repairVerdict,
  answers.noAnswer,
  answers.noteAnswer,
  units.setKeeps,
  takeBack.voidObservation,
  units.setBench,
  units.setStage,
  ending.decide,
  ending.endUnit,
  system.recordSystem,
  units.typeSpec,
  units.takeBackTyped,
  mat.openMat,
  mat.setMatItem,
  mat.layMat,
  mat.moveOnMat,
  mat.passOverMat,
  clean.markSoil,
  clean.cleanStep,
  notes.noteUnit,
  notes.closePoint,
  partCount.countBin,
  partCount.partFound,
  partCount.writeOffPart,
  clean.stainStays,
  clean.cleanedElsewhere,
  clean.saySurface,
  rules.setSchools,
  study.startStudy,
  study.endStudy,
  study.markSteps,
  models.noteModel,
  models.dropModelNote,
  owners.tellOwner,
  owners.ownerSupplies,
  owners.ownerLeaves,
  owners.ownerWants,
  readings.tellRoom,
  readings.recordHeatRun,
  readings.recordBattery,
  readings.recordRails,
  readings.recordSpeed,
  readings.recordTouch,
  recordElectrical,
  readings.readingOnPapers,
  runs.startRun,
  runs.finishRun,
  runs.dropRun,
  damage.noteDamage,
  running.trimClock,
  running.startWork,
  running.pauseWork,
  running.resumeWork,
  running.leaveAlone,
  ended.finishWork,
  running.handOver,
  ended.logWork,
  work.dropWork,
  work.takeBackWork,
  memory.noteMemoryStart,
  memory.takeBackMemoryStart,
  memory.lendToMemoryBoard,
  memory.recordMemoryBoard,
  memory.dropMemoryBoard,
  parts.receivePart,
  parts.recordPart,
  parts.fitPart,
  parts.takePart,
  parts.takeBackParts,
  stock.describePart,
  stock.receiveLoose,
  parts.sellPart,
  parts.unsellPart,
  parts.partCameBack,
  places.markPlaces,
  takeBackAct,
  takeBackPart,
  takeBackReport,
  places.harvestParts,
  takes.noteTakes,
  build.buildUnit,
  build.takeBackBuild,
  wants.wantPart,
  wants.quotePart,
  wants.orderPart,
  wants.partArrived,
  wants.lookedAtPart,
  wants.dropWant,
  erasure.recordErasure,
  erasure.takeBackErasure,
  counting.countDrives,
  erasing.startErasure,
  erasing.confirmErasure,
  erasing.dropErasure,
  selftest.makeSelfTest,
  selftest.takeBackSelfTest,
  ports.tellPorts,
  proof.recordTest,
  proof.takeBackTest,
  proof.markDefect,
  proof.removeDefect,
  proof.giveGrade,
  proof.takeBackGrade,
  sales.listUnit,
  sales.sellUnit,
  corrections.correctSale,
  corrections.cancelSale,
  corrections.returnSale,
  report.makeReportToken,
  report.ingestReport,
  sighting.answerSighting,
  photos.setPhoto,
  photos.removePhoto,
  rules.setRules,
  rules.setTools,
  rules.setMargins,
  rules.setOverrides,
  house.setHouse,
  house.restoreHouse,
  rules.learnFromCases,
  rules.forgetLearned,
  day.promiseUnit,
  day.pinUnit,
  day.setWeek,
  day.placeWork,
  calendar.giveCalendar,
  calendar.endCalendar,
  calendar.takeBusy,
  value.importSales,
  value.dropSales,
  value.learnPrices,
  value.keepPrices,
  value.refusePrices,
  value.tablePrices,
  jobs.startRevaluation,
  jobs.startCombining,
  exchange.takeExchange,
  exchange.dropExchange,
  archive.startArchive,
  archive.startTakingIn,
  archive.dropArchive,
  jobs.cancelJob,
  codes.importCodes,
  codes.dropCodes,
  people.setRole,
  people.closePerson,
  people.renamePerson,
  people.signOutPerson,
  reservation.reservePart,
  reservation.releasePart,
  reservation.judgePart,
] as unknown as Command<unknown, unknown>[];

/** Every command a screen may send, by name. */
export const commandByName: ReadonlyMap<string, Command<unknown, unknown>> = new Map(
  all.map((command) => [command.name, command]),
);
