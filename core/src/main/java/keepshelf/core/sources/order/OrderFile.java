package keepshelf.core.sources.order;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import keepshelf.core.disk.DiskTrouble;
import keepshelf.core.json.Json;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import tools.jackson.core.JacksonException;

/**
 * Reads lists of orders: tables with commas, semicolons, tabs or bars, JSON, saved pages as HTML,
 * e-mails and plain texts. Nothing in them is followed or run; what is read are their words.
 */
public final class OrderFile {
  private static final long MOST_BYTES = 64L << 20;
  private static final int MOST_CELL = 4000;

  /** Two lines of a message's head. */
  private static final Pattern MAIL =
      Pattern.compile(
          "(received|from|to|delivered-to|return-path|message-id|mime-version|date|subject|x-[a-z-]+):[^\n"
              + "]*\n"
              + "([ \t][^\n"
              + "]*\n"
              + ")*[a-z-]+:[^\n"
              + "]*\n"
              + "(?s:.*?)(subject|message-id):",
          Pattern.CASE_INSENSITIVE);

  private OrderFile() {}

  /**
   * The table in a file; the one with most rows when there are several.
   *
   * @throws ShelfException when it cannot be read, or holds no table
   */
  public static OrderTable read(Path file) throws ShelfException {
    try {
      if (!Files.isRegularFile(file)) {
        throw no(file, Words.of("orderFile.no-file"));
      }
      if (Files.size(file) > MOST_BYTES) {
        throw no(file, Words.of("orderFile.larger-than-64-mb"));
      }
      byte[] bytes = Files.readAllBytes(file);
      OrderTable t = of(file.getFileName().toString(), bytes);
      if (t.rows().isEmpty()) {
        throw no(file, Words.of("orderFile.there-no-table-with-rows"));
      }
      return t;
    } catch (IOException e) {
      throw new ShelfException(
          Problem.error(
              "not-read",
              file.toString(),
              DiskTrouble.sentence(e, Words.of("doing.reading", file))),
          e);
    }
  }

  private static ShelfException no(Path file, String why) {
    return new ShelfException(
        Problem.error(
            "order-list",
            file.toString(),
            Phrase.of("orderFile.cannot-read-list-orders-save", file, why)));
  }

  private static OrderTable of(String name, byte[] bytes) throws IOException {
    String ending = name.substring(name.lastIndexOf('.') + 1).toLowerCase(Locale.ROOT);
    String text = text(bytes);
    String start = text.stripLeading();
    if (ending.equals("eml") || MAIL.matcher(start).lookingAt()) {
      return OrderMail.table(new ByteArrayInputStream(bytes));
    }
    if (start.startsWith("<") || ending.startsWith("htm") || ending.equals("xhtml")) {
      return OrderPage.table(text);
    }
    if (start.startsWith("{") || start.startsWith("[")) {
      try {
        return OrderJson.table(Json.mapper().readTree(text));
      } catch (JacksonException e) {
        // A table may begin with a bracket as well.
        return separated(text);
      }
    }
    return separated(text);
  }

  /** UTF-8 with or without a mark, UTF-16 with one, else the usual code page of the west. */
  private static String text(byte[] b) {
    if (b.length > 1 && (b[0] & 0xff) + (b[1] & 0xff) == 0xff + 0xfe) {
      return new String(b, StandardCharsets.UTF_16);
    }
    try {
      return StandardCharsets.UTF_8
          .newDecoder()
          .onMalformedInput(CodingErrorAction.REPORT)
          .decode(ByteBuffer.wrap(b))
          .toString()
          .replaceFirst("^\ufeff", "");
    } catch (CharacterCodingException e) {
      return new String(b, Charset.forName("windows-1252"));
    }
  }

  /** A table of plain text: the separator is the sign that cuts most lines into as many parts. */
  static OrderTable separated(String text) throws IOException {
    OrderTable best = OrderTable.NONE;
    double most = 0;
    for (char sep : new char[] {'\t', ';', ',', '|'}) {
      List<List<String>> lines = lines(text, sep);
      long wide = lines.stream().skip(lines.size() > 2 ? 1 : 0).filter(l -> l.size() > 1).count();
      long usual =
          lines.stream()
              .map(List::size)
              .filter(n -> n > 1)
              .collect(Collectors.groupingBy(n -> n, Collectors.counting()))
              .values()
              .stream()
              .mapToLong(n -> n)
              .max()
              .orElse(0);
      double score = usual + 0.1 * wide;
      if (score > most) {
        most = score;
        best = OrderTable.of(table(lines));
      }
    }
    return OrderMail.pairLines(text) > most ? OrderMail.pairs(text) : best;
  }

  private static List<List<String>> lines(String text, char sep) throws IOException {
    CSVFormat f =
        CSVFormat.DEFAULT
            .builder()
            .setDelimiter(sep)
            .setIgnoreEmptyLines(true)
            .setIgnoreSurroundingSpaces(true)
            .setTrailingData(true)
            .setLenientEof(true)
            .get();
    List<List<String>> out = new ArrayList<>();
    try (CSVParser p = CSVParser.parse(new StringReader(text), f)) {
      p.forEach(r -> out.add(cut(r.stream().toList())));
    } catch (UncheckedIOException | IllegalStateException e) {
      // A quotation mark somewhere inside is a sign like any other.
      out.clear();
      text.lines()
          .filter(l -> !l.isBlank())
          .forEach(l -> out.add(cut(List.of(l.split(Pattern.quote("" + sep), -1)))));
    }
    return out;
  }

  private static List<String> cut(List<String> cells) {
    return cells.stream().map(c -> c.length() > MOST_CELL ? c.substring(0, MOST_CELL) : c).toList();
  }

  /** Without what stands above the table: titles, the shop's address. */
  private static List<List<String>> table(List<List<String>> lines) {
    int wide = lines.stream().mapToInt(l -> filled(l)).max().orElse(0);
    int first = 0;
    while (first < lines.size() && filled(lines.get(first)) * 2 <= wide) {
      first++;
    }
    return lines.subList(Math.min(first, lines.size()), lines.size());
  }

  private static int filled(List<String> l) {
    return (int) l.stream().filter(c -> !c.isBlank()).count();
  }
}
