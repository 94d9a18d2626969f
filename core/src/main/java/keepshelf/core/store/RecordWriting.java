package keepshelf.core.store;

import java.io.IOException;
import keepshelf.core.catalogue.Records;
import org.jdbi.v3.core.Handle;

/** Writes what changed in the catalogue into the records beside it. */
interface RecordWriting {
  /**
   * Writes it.
   *
   * @param h sees the change, which is taken back when this fails
   */
  void write(Records records, Handle h) throws IOException;
}
