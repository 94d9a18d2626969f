package keepshelf.core.install.prove;

import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;
import keepshelf.core.disk.RunningProgram;
import keepshelf.core.install.measure.Relief;
import keepshelf.core.json.Json;
import keepshelf.core.words.Words;

/** Starts a host's own reader as a process of its own and takes what it says it found. */
public final class HostReader {
  private static final long PATIENCE_SECONDS = 120;

  private static final Map<String, RunningProgram> RUNNING = new ConcurrentHashMap<>();

  /**
   * What a reader found.
   *
   * @param reader its name
   * @param inputs every input of the surface it evaluated
   * @param placement the placement shared by all maps of the first surface, as it will be used
   * @param placements the same for each surface that has one, by its name
   * @param complaints what it would not accept
   * @param picture path of the rendered picture, or null
   * @param base folder that a package was unpacked into for reading, or null
   * @param facts numbers about shapes and lights, by name
   * @param relief what the relief of each surface is like, by its name
   */
  public record Reading(
      String reader,
      List<Input> inputs,
      Map<String, Object> placement,
      Map<String, Map<String, Object>> placements,
      List<String> complaints,
      String picture,
      String base,
      Map<String, Double> facts,
      Map<String, Relief> relief) {
    /** What is not said is empty. */
    public Reading {
      inputs = inputs == null ? List.of() : inputs;
      complaints = complaints == null ? List.of() : complaints;
      facts = facts == null ? Map.of() : facts;
      relief = relief == null ? Map.of() : relief;
      placements = placements == null ? Map.of() : placements;
    }
  }

  /**
   * Slopes at places of one tile, from its lower left, row by row.
   *
   * @param kind {@code normals}: slopes as such; {@code heights}: stored height a metre
   * @param slopes to the right and upwards in turn
   * @param chart whether they are those of the chart that was loaded in place of a known picture
   */
  record Relief(String kind, double[] slopes, boolean chart) {
    /** Of a picture that was decoded. */
    Relief(String kind, double[] slopes) {
      this(kind, slopes, false);
    }
  }

  /**
   * One input.
   *
   * @param input its name
   * @param file absolute path of the picture, or null for a plain value
   * @param through the node the picture goes through: {@code normalmap}, {@code displacement},
   *     {@code convert} or null
   * @param colourspace name it was decoded by, or null for data
   * @param width of the picture
   * @param height of the picture
   * @param mean mean of each channel as stored, 0..1
   * @param value plain value, or the displacement's scale
   * @param sha256 of the picture when it is one of the known ones, of which only the header was
   *     read; null for one that was decoded
   */
  record Input(
      String input,
      String file,
      String through,
      String colourspace,
      int width,
      int height,
      List<Double> mean,
      Double value,
      String sha256) {}

  private HostReader() {}

  /**
   * Starts {@code mainClass} in the background, because it will soon be asked something: starting
   * takes as long as a small installation.
   */
  public static void expect(String mainClass) {
    RunningProgram reader = running(mainClass);
    Thread.ofVirtual().start(reader::prepare);
  }

  /**
   * Has {@code mainClass}, on this process's own class path, read {@code document}. A reader that
   * was started goes on answering for a while, as many proofs come one after the other.
   *
   * @param picture where it should render a picture, or null
   * @throws IOException when it does not answer, in two tries
   */
  public static Reading read(String mainClass, Path document, Path picture) throws IOException {
    String shown = picture == null ? "" : "\t" + picture.toAbsolutePath();
    return ask(mainClass, document.toAbsolutePath() + shown);
  }

  /**
   * As {@link #read(String, Path, Path)}, without a picture and without decoding those that are
   * known.
   *
   * @param charts by the hash of a known picture the one that is loaded in its place
   * @throws IOException when it does not answer, in two tries
   */
  static Reading readBack(String mainClass, Path document, Map<String, Path> charts)
      throws IOException {
    StringBuilder question = new StringBuilder(document.toAbsolutePath().toString()).append('\t');
    charts.forEach((hash, chart) ->
        question.append('\t').append(hash).append('=').append(chart.toAbsolutePath()));
    return ask(mainClass, question.toString());
  }

  private static RunningProgram running(String mainClass) {
    return RUNNING.computeIfAbsent(
        mainClass,
        m -> new RunningProgram(List.of("-Djava.awt.headless=true"), m, PATIENCE_SECONDS));
  }

  private static Reading ask(String mainClass, String question) throws IOException {
    RunningProgram reader = running(mainClass);
    String answer;
    try {
      answer = reader.ask(question, "{");
    } catch (IOException e) {
      // It may have been ended from outside since the last proof.
      answer = again(reader, question);
    }
    return Json.mapper().readValue(answer, Reading.class);
  }

  private static String again(RunningProgram reader, String question) throws IOException {
    try {
      return reader.ask(question, "{");
    } catch (RunningProgram.NoAnswerException e) {
      throw new IOException(
          e.late()
              ? Words.of("hostReader.did-not-answer")
              : Words.of("hostReader.ended-without-answer"),
          e);
    }
  }
}
