package keepshelf.core.exchange;

import java.io.IOException;
import java.io.OutputStream;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.ShareProgress;
import keepshelf.core.edit.Field;
import keepshelf.core.folder.Unfinished;
import keepshelf.core.json.Json;
import keepshelf.core.licensing.Licences;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Words;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import tools.jackson.core.JsonGenerator;

/** Writes the catalogue as JSON (everything) or CSV (a line an item); see docs/exchange.md. */
public final class CatalogueExport {
  /** Version of the JSON document. */
  public static final int VERSION = 1;

  static final String FORMAT = "keep-shelf-catalogue";
  private static final List<String> FIXED =
      List.of(
          "id", "key", "kind", "workflow", "resolutions", "maps", "bytes", "folder", "taken_in");

  private final Catalogue catalogue;
  private final Licences licences;

  /** Writes what {@code catalogue} has. */
  public CatalogueExport(Catalogue catalogue, Licences licences) {
    this.catalogue = catalogue;
    this.licences = licences;
  }

  /** As JSON or CSV by the ending of {@code file}; returns how many items were written. */
  public int write(Path file, ShareProgress progress) throws ShelfException {
    boolean csv = file.getFileName().toString().toLowerCase(Locale.ROOT).endsWith(".csv");
    Path beside = file.resolveSibling(file.getFileName() + ".part");
    try (Unfinished _ = Unfinished.note(beside)) {
      int n = csv ? csv(beside, progress) : json(beside, progress);
      Files.move(beside, file, StandardCopyOption.REPLACE_EXISTING);
      return n;
    } catch (IOException e) {
      try {
        Files.deleteIfExists(beside);
      } catch (IOException x) {
        e.addSuppressed(x);
      }
      throw ShelfException.ofDisk(file.toString(), Words.of("doing.writing", file), e);
    }
  }

  private int json(Path file, ShareProgress progress) throws IOException {
    List<String> packs = catalogue.packIds();
    int items = 0;
    try (OutputStream out = Files.newOutputStream(file);
        JsonGenerator g = Json.mapper().writerWithDefaultPrettyPrinter().createGenerator(out)) {
      g.writeStartObject();
      g.writeStringProperty("format", FORMAT);
      g.writeNumberProperty("version", VERSION);
      g.writeStringProperty("exported", Instant.now().truncatedTo(ChronoUnit.SECONDS).toString());
      g.writePOJOProperty("licences", licences.own());
      g.writePOJOProperty("hosts", catalogue.hosts());
      g.writePOJOProperty("installations", catalogue.installations());
      g.writeArrayPropertyStart("packs");
      for (int i = 0; i < packs.size(); i++) {
        PackRecord p = catalogue.pack(packs.get(i)).orElse(null);
        if (p != null) {
          progress.report(p.name(), (double) i / packs.size());
          g.writePOJO(p);
          items += p.items().size();
        }
      }
      g.writeEndArray();
      g.writeEndObject();
    }
    return items;
  }

  /** The columns of a CSV file: what cannot be changed first, then the fields. */
  static List<String> columns() {
    List<String> out = new ArrayList<>(FIXED);
    for (Field f : Field.values()) {
      out.add(f.id());
    }
    return out;
  }

  private int csv(Path file, ShareProgress progress) throws IOException {
    List<String> packs = catalogue.packIds();
    int items = 0;
    try (Writer out = Files.newBufferedWriter(file, StandardCharsets.UTF_8);
        CSVPrinter csv =
            new CSVPrinter(
                out,
                CSVFormat.RFC4180.builder().setHeader(columns().toArray(String[]::new)).get())) {
      for (int n = 0; n < packs.size(); n++) {
        PackRecord p = catalogue.pack(packs.get(n)).orElse(null);
        if (p == null) {
          continue;
        }
        progress.report(p.name(), (double) n / packs.size());
        for (ItemRecord i : p.items()) {
          csv.printRecord(
              line(new ShelvedItem(i, p.summary())).stream().map(TableCell::safe).toList());
          items++;
        }
      }
    }
    return items;
  }

  private static List<Object> line(ShelvedItem s) {
    ItemRecord i = s.item();
    List<Object> out =
        new ArrayList<>(
            List.of(
                i.id(),
                i.key(),
                i.kind().id(),
                i.workflow().id(),
                String.join(" ", i.resolutions()),
                i.maps().size(),
                i.bytes(),
                s.pack().folder(),
                s.pack().takenIn()));
    for (Field f : Field.values()) {
      out.add(f.read(s));
    }
    return out;
  }
}
