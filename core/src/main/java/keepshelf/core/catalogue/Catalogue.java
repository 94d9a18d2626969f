package keepshelf.core.catalogue;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.recognise.FileCorrection;
import keepshelf.core.recognise.NamingHabit;

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
   * Kept fingerprints of pictures by the SHA-256 of their files, as bytes.
   *
   * @param version only those that were made by this version of the method
   */
  Map<String, byte[]> fingerprints(int version);

  /** Keeps fingerprints. */
  void putFingerprints(int version, Map<String, byte[]> bySha256);

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
