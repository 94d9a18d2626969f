package keepshelf.core.catalogue;

import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.names.NamingHabit;

/** What a person said once and is not asked again; it stands in the shelf's records too. */
public interface Remembered {
  /** Pairs that are both to be kept. */
  Set<KeptApart> keptApart();

  /** Remembers that both of a pair are kept. */
  void putKeptApart(KeptApart pair);

  /** Forgets it. */
  void removeKeptApart(KeptApart pair);

  /** What a person said about the naming of sources. */
  List<NamingHabit> habits();

  /** Remembers a habit, replacing the one of the same source and word. */
  void putHabit(NamingHabit habit);

  /** Forgets a habit. */
  void removeHabit(NamingHabit habit);

  /** What a person said about single pictures, by the SHA-256 of their files. */
  Map<String, FileCorrection> corrections();

  /** Remembers a correction, replacing the one of the same file. */
  void putCorrection(FileCorrection correction);

  /** Forgets what was said about a file. */
  void removeCorrection(String sha256);
}
