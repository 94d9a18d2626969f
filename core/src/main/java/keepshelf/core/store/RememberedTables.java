package keepshelf.core.store;

import java.util.List;
import java.util.Map;
import java.util.Set;
import keepshelf.core.catalogue.Remembered;
import keepshelf.core.catalogue.kin.KeptApart;
import keepshelf.core.recognise.found.FileCorrection;
import keepshelf.core.recognise.names.NamingHabit;

/** What a person said, in the catalogue's tables and in the shelf's records. */
final class RememberedTables implements Remembered {
  private final SqliteCatalogue catalogue;

  RememberedTables(SqliteCatalogue catalogue) {
    this.catalogue = catalogue;
  }

  @Override
  public Set<KeptApart> keptApart() {
    return catalogue.read(MemoryTables::keptApart);
  }

  @Override
  public void putKeptApart(KeptApart pair) {
    catalogue.recorded(
        h -> MemoryTables.put(h, pair), (r, h) -> r.keptApart(MemoryTables.keptApart(h)));
  }

  @Override
  public void removeKeptApart(KeptApart pair) {
    catalogue.recorded(
        h -> MemoryTables.remove(h, pair), (r, h) -> r.keptApart(MemoryTables.keptApart(h)));
  }

  @Override
  public List<NamingHabit> habits() {
    return catalogue.read(MemoryTables::habits);
  }

  @Override
  public void putHabit(NamingHabit habit) {
    catalogue.recorded(h -> MemoryTables.put(h, habit), (r, h) -> r.habits(MemoryTables.habits(h)));
  }

  @Override
  public void removeHabit(NamingHabit habit) {
    catalogue.recorded(
        h -> MemoryTables.remove(h, habit), (r, h) -> r.habits(MemoryTables.habits(h)));
  }

  @Override
  public Map<String, FileCorrection> corrections() {
    return catalogue.read(MemoryTables::corrections);
  }

  @Override
  public void putCorrection(FileCorrection c) {
    catalogue.recorded(h -> MemoryTables.put(h, c), (r, h) -> r.correction(c));
  }

  @Override
  public void removeCorrection(String sha256) {
    catalogue.recorded(
        h -> MemoryTables.removeCorrection(h, sha256), (r, h) -> r.noCorrection(sha256));
  }
}
