import type { Migration } from 'kysely';
import * as ground from './0001_ground.ts';
import * as provenance from './0002_provenance.ts';
import * as bench from './0003_bench.ts';
import * as benchHouse from './0004_bench_house.ts';
import * as vessels from './0005_vessels.ts';
import * as outlook from './0006_outlook.ts';
import * as tests from './0007_tests.ts';
import * as testPlan from './0008_test_plan.ts';
import * as quickLooks from './0009_quick_looks.ts';
import * as afterReading from './0010_after_reading.ts';
import * as wholePackets from './0011_whole_packets.ts';
import * as search from './0012_search.ts';
import * as codedCautions from './0013_coded_cautions.ts';
import * as unreadColumns from './0014_unread_columns.ts';
import * as undo from './0015_undo.ts';
import * as stateApart from './0016_state_apart.ts';
import * as jarsUnmeasured from './0017_jars_unmeasured.ts';
import * as lendable from './0018_lendable.ts';
import * as keptApart from './0019_kept_apart.ts';
import * as ownCrops from './0020_own_crops.ts';
import * as takenOut from './0021_taken_out.ts';
import * as diseases from './0022_diseases.ts';
import * as ownCropsMended from './0023_own_crops_mended.ts';
import * as sortedByGermination from './0024_sorted_by_germination.ts';
import * as growOuts from './0025_growouts.ts';
import * as recordKey from './0026_record_key.ts';
import * as season from './0027_season.ts';
import * as growers from './0028_growers.ts';
import * as logPhotos from './0029_log_photos.ts';
import * as endedGrowOuts from './0030_ended_growouts.ts';
import * as growing from './0031_growing.ts';
import * as risk from './0032_risk.ts';
import * as keepers from './0033_keepers.ts';
import * as seasonPlan from './0034_season_plan.ts';
import * as labels from './0035_labels.ts';
import * as undoAll from './0036_undo_all.ts';
import * as desk from './0037_desk.ts';
import * as pickings from './0038_pickings.ts';
import * as round from './0039_round.ts';
import * as offer from './0040_offer.ts';
import * as lastBackup from './0041_last_backup.ts';
import * as imports from './0042_imports.ts';
import * as listings from './0043_listings.ts';
import * as swaps from './0044_swaps.ts';
import * as doors from './0045_doors.ts';
import * as sentBefore from './0046_sent_before.ts';
import * as erasing from './0047_erasing.ts';
import * as notBefore from './0048_not_before.ts';
import * as actKeyStatistics from './0049_act_key_statistics.ts';
import * as labelsKept from './0050_labels_kept.ts';
import * as cropColumns from './0051_crop_columns.ts';

/** Every migration in order; a shipped one is never edited. */
export const migrations: Record<string, Migration> = {
  '0001_ground': ground,
  '0002_provenance': provenance,
  '0003_bench': bench,
  '0004_bench_house': benchHouse,
  '0005_vessels': vessels,
  '0006_outlook': outlook,
  '0007_tests': tests,
  '0008_test_plan': testPlan,
  '0009_quick_looks': quickLooks,
  '0010_after_reading': afterReading,
  '0011_whole_packets': wholePackets,
  '0012_search': search,
  '0013_coded_cautions': codedCautions,
  '0014_unread_columns': unreadColumns,
  '0015_undo': undo,
  '0016_state_apart': stateApart,
  '0017_jars_unmeasured': jarsUnmeasured,
  '0018_lendable': lendable,
  '0019_kept_apart': keptApart,
  '0020_own_crops': ownCrops,
  '0021_taken_out': takenOut,
  '0022_diseases': diseases,
  '0023_own_crops_mended': ownCropsMended,
  '0024_sorted_by_germination': sortedByGermination,
  '0025_growouts': growOuts,
  '0026_record_key': recordKey,
  '0027_season': season,
  '0028_growers': growers,
  '0029_log_photos': logPhotos,
  '0030_ended_growouts': endedGrowOuts,
  '0031_growing': growing,
  '0032_risk': risk,
  '0033_keepers': keepers,
  '0034_season_plan': seasonPlan,
  '0035_labels': labels,
  '0036_undo_all': undoAll,
  '0037_desk': desk,
  '0038_pickings': pickings,
  '0039_round': round,
  '0040_offer': offer,
  '0041_last_backup': lastBackup,
  '0042_imports': imports,
  '0043_listings': listings,
  '0044_swaps': swaps,
  '0045_doors': doors,
  '0046_sent_before': sentBefore,
  '0047_erasing': erasing,
  '0048_not_before': notBefore,
  '0049_act_key_statistics': actKeyStatistics,
  '0050_labels_kept': labelsKept,
  '0051_crop_columns': cropColumns,
};
