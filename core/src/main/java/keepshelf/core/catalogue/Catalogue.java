package keepshelf.core.catalogue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import keepshelf.core.recognise.FileCorrection;
import keepshelf.core.recognise.NamingHabit;
import keepshelf.imaging.fingerprint.Fingerprint;

/** What the shelf has. Every change is one transaction. */
public interface Catalogue extends AutoCloseable {
  /** Adds a pack with its items; one of the same id is replaced. */
  void addPack(PackRecord pack);

  /** The pack with this id. */
  Optional<PackRecord> pack(String id);

  /** The pack whose folder, relative to the shelf, this is. */
  Optional<PackRecord> packInFolder(String folder);

  /** All items with their packs' records, by name. */
  List<ShelvedItem> items();

  /** Items of this id, or else with this key or name, whatever the case. */
  List<ShelvedItem> find(String idOrKeyOrName);

  /** Sets the tile size of an item in metres; null for not known. */
  void setTileMetres(String itemId, Double metres);

  /** All hosts, by name. */
  List<HostRecord> hosts();

  /** Adds a host, or replaces the one of the same name. */
  void putHost(HostRecord host);

  /** All installations. */
  List<InstallationRecord> installations();

  /** Adds an installation, replacing the one of the same id. */
  void putInstallation(InstallationRecord installation);

  /** Forgets an installation. */
  void removeInstallation(String id);

  /**
   * Adds or replaces packs, removes others and puts installations, all in one transaction.
   *
   * @param gone identifiers of packs that are not on the shelf any more
   */
  void change(List<PackRecord> packs, List<String> gone, List<InstallationRecord> installations);

  /** The items as their packs have them that {@link #items()} shows as the item {@code id}. */
  List<ShelvedItem> parts(String id);

  /** The items that have a map whose file has one of these SHA-256, by name. */
  List<ShelvedItem> withFiles(Set<String> sha256);

  /** Kept descriptors of pictures that came after {@code row} (0 for all), in order. */
  List<KeptDescriptor> descriptors(long row);

  /** The kept fingerprint of the picture whose file has this SHA-256. */
  Optional<Fingerprint> fingerprint(String sha256);

  /** Which of these hashes of files have a kept fingerprint. */
  Set<String> fingerprinted(Set<String> sha256);

  /** Keeps fingerprints by the SHA-256 of their files. */
  void putFingerprints(Map<String, Fingerprint> bySha256);

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

  @Override
  void close();
}
