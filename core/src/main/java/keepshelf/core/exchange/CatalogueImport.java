package keepshelf.core.exchange;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.MalformedInputException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import keepshelf.core.catalogue.Catalogue;
import keepshelf.core.catalogue.ItemRecord;
import keepshelf.core.catalogue.PackRecord;
import keepshelf.core.catalogue.ShelvedItem;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.edit.Edited;
import keepshelf.core.edit.Editing;
import keepshelf.core.edit.Field;
import keepshelf.core.json.Json;
import keepshelf.core.licensing.Licence;
import keepshelf.core.licensing.Licences;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.core.type.TypeReference;

/**
 * Takes over what a person has recorded elsewhere: from a document that {@link CatalogueExport}
 * wrote, or a table that was changed by hand. Items are matched by their identifiers; files never
 * change.
 */
public final class CatalogueImport {
  private final Catalogue catalogue;
  private final Editing editing;
  private final Licences licences;

  /** Takes over into {@code catalogue}, by way of {@code editing}. */
  public CatalogueImport(Catalogue catalogue, Editing editing, Licences licences) {
    this.catalogue = catalogue;
    this.editing = editing;
    this.licences = licences;
  }

  /**
   * What came of it.
   *
   * @param edited the change, for undoing it
   * @param changed how many items have another record now
   * @param problems lines that were left out, and why
   */
  public record Imported(Edited edited, int changed, List<Problem> problems) {
    /** Copies the list. */
    public Imported {
      problems = List.copyOf(problems);
    }
  }

  /** What was read: the fields by item, one's own licences, and what was wrong. */
  private record Read(
      Map<String, Map<Field, String>> fields, List<Licence> licences, List<Problem> problems) {
    Read() {
      this(new LinkedHashMap<>(), new ArrayList<>(), new ArrayList<>());
    }
  }

  /**
   * Reads {@code file} and changes what differs; all in one undoable change, but for one's own
   * licences, which stay.
   *
   * @throws ShelfException when nothing was changed: the file cannot be read or is something else
   */
  public Imported read(Path file) throws ShelfException {
    try {
      Read read =
          file.getFileName().toString().toLowerCase(Locale.ROOT).endsWith(".csv")
              ? csv(file)
              : json(file);
      Map<String, Map<Field, String>> different = different(read);
      Edited e = editing.setEach(different);
      for (Licence l : read.licences()) {
        licences.put(l);
      }
      return new Imported(e, different.size(), read.problems());
    } catch (IOException | JacksonException e) {
      String why =
          e instanceof IOException io && !(e instanceof MalformedInputException)
              ? DiskTrouble.sentence(io, Words.of("doing.reading", file))
              : Words.of(
                  "catalogueImport.not-catalogue-exported-here-export",
                  file,
                  String.valueOf(e.getMessage()).lines().findFirst().orElse(""));
      throw new ShelfException(Problem.error("import", file.toString(), why), e);
    }
  }

  private Read csv(Path file) throws IOException, ShelfException {
    Read out = new Read();
    try (CSVParser csv =
        CSVParser.parse(
            file,
            StandardCharsets.UTF_8,
            CSVFormat.RFC4180.builder().setHeader().setSkipHeaderRecord(true).get())) {
      Map<String, Field> columns = new LinkedHashMap<>();
      for (String name : csv.getHeaderNames()) {
        Field.ofId(name.replace("\uFEFF", "")).ifPresent(f -> columns.put(name, f));
      }
      String id =
          csv.getHeaderNames().stream()
              .filter(n -> n.replace("\uFEFF", "").equalsIgnoreCase("id"))
              .findFirst()
              .orElseThrow(() ->
                  new ShelfException(
                      Problem.error(
                          "import",
                          file.toString(),
                          Phrase.of("catalogueImport.has-no-column-id-first", file))));
      for (CSVRecord r : csv) {
        Map<Field, String> fields = new EnumMap<>(Field.class);
        columns.forEach((name, f) -> {
          if (r.isSet(name)) {
            fields.put(f, TableCell.meant(r.get(name)));
          }
        });
        take(
            out,
            r.get(id).strip(),
            fields,
            Words.of("catalogueImport.line", file, csv.getCurrentLineNumber()));
      }
    } catch (IllegalArgumentException | java.io.UncheckedIOException e) {
      throw new ShelfException(
          Problem.error(
              "import",
              file.toString(),
              Phrase.of("catalogueImport.no-table-can-read-nothing", file, e.getMessage())),
          e);
    }
    return out;
  }

  private Read json(Path file) throws IOException, ShelfException {
    Read out = new Read();
    boolean known = false;
    try (InputStream in = Files.newInputStream(file);
        JsonParser p = Json.mapper().createParser(in)) {
      if (p.nextToken() != JsonToken.START_OBJECT) {
        throw new IOException(Words.of("catalogueImport.no-json-object"));
      }
      while (p.nextToken() == JsonToken.PROPERTY_NAME) {
        String name = p.currentName();
        p.nextToken();
        switch (name) {
          case "format" -> known = CatalogueExport.FORMAT.equals(p.getString());
          case "version" -> version(file, p.getIntValue());
          case "licences" -> {
            List<Licence> own = p.readValueAs(new TypeReference<List<Licence>>() {});
            out.licences().addAll(own);
          }
          case "packs" -> {
            while (p.nextToken() == JsonToken.START_OBJECT) {
              pack(out, p.readValueAs(PackRecord.class), file);
            }
          }
          default -> p.skipChildren();
        }
      }
    }
    if (!known) {
      throw new ShelfException(
          Problem.error(
              "import",
              file.toString(),
              Phrase.of(
                  "catalogueImport.not-catalogue-exported-here-format",
                  file,
                  CatalogueExport.FORMAT)));
    }
    return out;
  }

  private static void version(Path file, int version) throws ShelfException {
    if (version > CatalogueExport.VERSION) {
      throw new ShelfException(
          Problem.error(
              "import",
              file.toString(),
              Phrase.of("catalogueImport.written-by-newer-keep-shelf", file, version)));
    }
  }

  private void pack(Read out, PackRecord p, Path file) {
    for (ItemRecord i : p.items()) {
      Map<Field, String> fields = new EnumMap<>(Field.class);
      ShelvedItem s = new ShelvedItem(i, p.summary());
      for (Field f : Field.values()) {
        fields.put(f, f.read(s));
      }
      take(out, i.id(), fields, file + ", “" + i.name() + "”");
    }
  }

  private void take(Read out, String id, Map<Field, String> fields, String where) {
    if (catalogue.own(id).isEmpty()) {
      out.problems()
          .add(
              Problem.warning(
                  "no-such-item",
                  id,
                  Phrase.of("catalogueImport.there-no-item-shelf-line", where, id)));
      return;
    }
    out.fields().put(id, fields);
  }

  /** Only what differs, and only what makes sense; what does not is said. */
  private Map<String, Map<Field, String>> different(Read read) {
    Map<String, Map<Field, String>> out = new LinkedHashMap<>();
    read.fields()
        .forEach((id, fields) -> {
          ShelvedItem s = catalogue.own(id).orElseThrow();
          Map<Field, String> changed = new EnumMap<>(Field.class);
          fields.forEach((f, text) -> {
            if (f.read(s).equals(text.strip())) {
              return;
            }
            try {
              f.check(text);
              changed.put(f, text);
            } catch (IllegalArgumentException e) {
              read.problems()
                  .add(
                      Problem.warning(
                          "import",
                          id,
                          Phrase.of(
                              "catalogueImport.kept", s.item().name(), f.id(), e.getMessage())));
            }
          });
          if (!changed.isEmpty()) {
            out.put(id, changed);
          }
        });
    return out;
  }
}
