import { readSheetFile } from '#services/exchange/sheetFile.server.ts';

/** Reads one file of sheets, in a process that its parent can end: what is sent may be made to fill the memory. */
process.once('message', (bytes: Uint8Array) => {
  void readSheetFile(bytes).then((read) => process.send!(read, () => process.disconnect()));
});
