package keepshelf.core.catalogue;

import java.io.IOException;
import java.util.Collection;
import java.util.List;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.catalogue.setup.HostRecord;
import keepshelf.core.catalogue.setup.InstallationRecord;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.names.NamingHabit;

/**
 * The readable files beside the shelf, other than packs', that its catalogue can be made anew from.
 * The catalogue writes them within its own transactions: what it says to be done stands in them.
 */
public interface Records {
  /** Keeps nothing; for catalogues without a shelf around them. */
  Records NONE =
      new Records() {
        @Override
        public void hosts(List<HostRecord> all) {}

        @Override
        public void installation(InstallationRecord one) {}

        @Override
        public void noInstallation(String id) {}

        @Override
        public void habits(List<NamingHabit> all) {}

        @Override
        public void keptApart(Collection<KeptApart> all) {}

        @Override
        public void correction(FileCorrection one) {}

        @Override
        public void noCorrection(String sha256) {}

        @Override
        public void state(ShelfState now) {}
      };

  /** All hosts there are now. */
  void hosts(List<HostRecord> all) throws IOException;

  /** An installation that is new or has changed. */
  void installation(InstallationRecord one) throws IOException;

  /** As {@link #installation}, each of them. */
  default void installations(List<InstallationRecord> all) throws IOException {
    for (InstallationRecord i : all) {
      installation(i);
    }
  }

  /** An installation that is gone. */
  void noInstallation(String id) throws IOException;

  /** All habits of naming there are now. */
  void habits(List<NamingHabit> all) throws IOException;

  /** All pairs that are not asked about again. */
  void keptApart(Collection<KeptApart> all) throws IOException;

  /** What a person said about a picture. */
  void correction(FileCorrection one) throws IOException;

  /** What a person said about a picture does not hold any more. */
  void noCorrection(String sha256) throws IOException;

  /** The state after a change of any record. */
  void state(ShelfState now) throws IOException;
}
