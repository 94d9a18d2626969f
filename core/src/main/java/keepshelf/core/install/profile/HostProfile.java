package keepshelf.core.install.profile;

import com.fasterxml.jackson.annotation.JsonProperty;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import keepshelf.core.format.DocumentFormat;
import keepshelf.core.format.SurfaceDocument.Use;
import keepshelf.core.json.Json;
import keepshelf.core.model.MapRole;
import keepshelf.core.problem.Problem;
import keepshelf.core.problem.ShelfException;
import keepshelf.core.words.Phrase;
import keepshelf.core.words.Words;
import org.jspecify.annotations.Nullable;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.exc.UnrecognizedPropertyException;
import tools.jackson.databind.json.JsonMapper;

/**
 * The conventions of a host, as data: see {@code docs/host-profiles.md}.
 *
 * @param schema version of this form, 1
 * @param id stable identifier
 * @param name name for people
 * @param about a few words
 * @param format the document format: {@code materialx-1.39}, {@code usd-preview}, {@code gltf-2.0},
 *     {@code obj-mtl} or {@code template}
 * @param surface the surface model of its documents
 * @param workflow {@code metal-rough} or {@code spec-gloss}
 * @param handedness of the normal maps it expects: {@code gl} or {@code dx}
 * @param occlusion what becomes of occlusion: {@code slot}, {@code into-colour}, {@code leave-out}
 * @param opacity where it goes: {@code slot}, {@code alpha-of-colour}, {@code leave-out}
 * @param slots input of the surface for each role, by the role's identifier
 * @param packing pictures whose channels hold several roles
 * @param fileFormats picture formats it reads, the first is used for conversions
 * @param maxBits most bits per sample that it reads; 0 for any
 * @param maxSide longest side in pixels that it reads; 0 for any
 * @param powerOfTwo whether sides have to be powers of two
 * @param tiles whether it reads UDIM tiles
 * @param unit its unit of length
 * @param unitsPerMetre how many of it make a metre
 * @param template file of the template, for the format {@code template}: beside the profile
 * @param extension of the document, without a dot
 * @param signs short words for the fitting table
 * @param reader main class of the program that reads an installation back, or null
 * @param environment what becomes of an environment light: {@code dome}, {@code sun-and-sky} or
 *     {@code none}; null for what the format can do
 * @param lightFormats picture formats of such lights, the first is used for conversions
 * @param shapes where shapes are written: {@code inside} the document, as an OBJ {@code beside} it,
 *     or {@code none}; null for what the format can do
 * @param onePackage whether document and pictures become one file, {@code .glb} or {@code .usdz}
 * @param files how files are named and laid out; null for the usual way
 * @param upAxis {@code y} or {@code z}; null for y
 * @param projection {@code uv} or {@code triplanar}; null for uv
 * @param values plain values of inputs that get no picture
 * @param colourSpaces names of colour spaces for templates, by {@code colour} and {@code data}
 * @param cannot reasons why kinds of items cannot be taken, by the kind's identifier
 */
public record HostProfile(
    int schema,
    String id,
    String name,
    String about,
    String format,
    String surface,
    String workflow,
    String handedness,
    String occlusion,
    String opacity,
    Map<String, Slot> slots,
    List<Packing> packing,
    List<String> fileFormats,
    int maxBits,
    int maxSide,
    boolean powerOfTwo,
    boolean tiles,
    String unit,
    double unitsPerMetre,
    String template,
    String extension,
    List<String> signs,
    String reader,
    String environment,
    List<String> lightFormats,
    String shapes,
    @JsonProperty("package") boolean onePackage,
    FileLayout files,
    String upAxis,
    String projection,
    Map<String, Double> values,
    Map<String, String> colourSpaces,
    Map<String, String> cannot) {
  /** A field that does not exist is a slip of the pen, which a person wants to be told. */
  private static final JsonMapper STRICT =
      Json.mapper().rebuild().enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES).build();

  private static final List<String> SHIPPED =
      List.of(
          "lanternhouse",
          "proscenia",
          "quickfoot",
          "draughtroom",
          "kilnwork",
          "plain-materialx",
          "plain-openpbr",
          "plain-usd",
          "plain-gltf",
          "plain-obj");

  /**
   * Where a role goes.
   *
   * @param input name of the surface's input
   * @param use how it is read there
   */
  public record Slot(String input, Use use) {}

  /**
   * A picture whose channels hold several roles.
   *
   * @param input name of the surface's input
   * @param channels what each channel holds, by {@code r}, {@code g}, {@code b}
   */
  public record Packing(String input, Map<String, Channel> channels) {
    /**
     * What a channel holds.
     *
     * @param role identifier of the role
     * @param fill value 0..1 where the item has no such map
     * @param input input of the surface that reads this channel on its own, or null
     */
    public record Channel(String role, double fill, String input) {}

    /** Copies the channels. */
    public Packing {
      channels = new LinkedHashMap<>(channels);
    }
  }

  /** Copies the lists; what is not said is empty or what its format can do. */
  public HostProfile {
    Optional<DocumentFormat> document = DocumentFormats.ofId(format);
    environment =
        environment != null
            ? environment
            : document.map(d -> d.environments().getFirst()).orElse("none");
    lightFormats =
        lightFormats == null || lightFormats.isEmpty()
            ? List.of("exr", "hdr")
            : List.copyOf(lightFormats);
    shapes =
        shapes != null
            ? shapes
            : document.map(d -> d.holdsShapes() ? "inside" : "beside").orElse("none");
    files = files == null ? FileLayout.USUAL : files;
    upAxis = upAxis == null ? "y" : upAxis;
    projection = projection == null ? "uv" : projection;
    values = values == null ? Map.of() : new LinkedHashMap<>(values);
    colourSpaces =
        colourSpaces == null
            ? Map.of("colour", "srgb_texture", "data", "raw")
            : new LinkedHashMap<>(colourSpaces);
    cannot = cannot == null ? Map.of() : new LinkedHashMap<>(cannot);
    slots = slots == null ? Map.of() : new LinkedHashMap<>(slots);
    packing = packing == null ? List.of() : List.copyOf(packing);
    fileFormats = fileFormats == null ? List.of() : List.copyOf(fileFormats);
    signs = signs == null ? List.of() : List.copyOf(signs);
  }

  /** File name of the main document that this host reads. */
  public String documentName(String stem) {
    DocumentFormat d = document();
    String ending = onePackage() ? d.packageEnding() : d.ending();
    return stem + (ending == null ? "." + extension : ending);
  }

  /** The format of its documents, which a checked profile has. */
  public DocumentFormat document() {
    return DocumentFormats.ofId(format).orElseThrow();
  }

  /** Whether repetition can be broken up while its pictures are shown. */
  public boolean breaksUp() {
    return document().hexTiles() && !projection.equals("triplanar");
  }

  /** The slot of a role, if it has one. */
  public Optional<Slot> slot(MapRole role) {
    return Optional.ofNullable(slots.get(role.id()));
  }

  /** The packing at an input, which has to be there. */
  public Packing packing(String input) {
    return packing.stream().filter(k -> k.input().equals(input)).findFirst().orElseThrow();
  }

  /** Whether a role has a place in this host, alone or packed. */
  public boolean takes(MapRole role) {
    return slots.containsKey(role.id())
        || packing.stream()
            .flatMap(p -> p.channels().values().stream())
            .anyMatch(c -> c.role().equals(role.id()));
  }

  /** Read once: they cannot change. */
  private static final class Shipped {
    static final List<HostProfile> ALL = read();

    private static List<HostProfile> read() {
      List<HostProfile> out = new ArrayList<>();
      for (String id : SHIPPED) {
        try (InputStream in = HostProfile.class.getResourceAsStream(id + ".json")) {
          out.add(Json.mapper().readValue(in.readAllBytes(), HostProfile.class));
        } catch (IOException e) {
          throw new UncheckedIOException(e);
        }
      }
      return List.copyOf(out);
    }
  }

  /** The profiles that come with the program. */
  public static List<HostProfile> shipped() {
    return Shipped.ALL;
  }

  /**
   * The profile {@code named}: the identifier of a shipped one, or the path of a person's own.
   *
   * @throws ShelfException when the file is no valid profile; it names the line or field
   */
  public static Optional<HostProfile> named(String named) throws ShelfException {
    Path file = file(named);
    if (file == null) {
      return shipped().stream().filter(p -> p.id().equals(named)).findFirst();
    }
    try {
      HostProfile p = parse(Files.readString(file), file);
      Optional<String> trouble = ProfileCheck.template(p, file);
      if (trouble.isPresent()) {
        throw broken(file, trouble.get());
      }
      return Optional.of(p);
    } catch (IOException e) {
      throw broken(file, Words.of("hostProfile.cannot-read", e.getMessage()));
    }
  }

  /**
   * The profile that {@code text} says, checked but for its template.
   *
   * @throws ShelfException when it is not valid; it names the line or field
   */
  public static HostProfile parse(String text) throws ShelfException {
    return parse(text, null);
  }

  private static HostProfile parse(String text, @Nullable Path file) throws ShelfException {
    try {
      HostProfile p = STRICT.readValue(text, HostProfile.class);
      Optional<String> trouble = ProfileCheck.trouble(p);
      if (trouble.isPresent()) {
        throw broken(file, trouble.get());
      }
      return p;
    } catch (UnrecognizedPropertyException e) {
      throw broken(
          file,
          Words.of(
              "hostProfile.line-there-no-field", e.getLocation().getLineNr(), e.getPropertyName()));
    } catch (JacksonException e) {
      String at =
          e.getLocation() == null
              ? ""
              : Words.of(
                  "hostProfile.line-column",
                  e.getLocation().getLineNr(),
                  e.getLocation().getColumnNr());
      throw broken(file, at + e.getOriginalMessage());
    }
  }

  /** The profile as it stands in a file, for a person to copy and change. */
  public String text() {
    return new String(Json.pretty(this), java.nio.charset.StandardCharsets.UTF_8);
  }

  private static @Nullable Path file(String named) {
    return named != null && named.endsWith(".json") ? Path.of(named) : null;
  }

  private static ShelfException broken(@Nullable Path file, String why) {
    String which = file == null ? "" : " " + file;
    return new ShelfException(
        Problem.error(
            "broken-profile",
            file == null ? null : file.toString(),
            Phrase.of("hostProfile.host-profile-cannot-used", which, why)));
  }

  /** As {@link #named}, empty when the profile is broken too. */
  public static Optional<HostProfile> find(String named) {
    try {
      return named(named);
    } catch (ShelfException e) {
      return Optional.empty();
    }
  }

  /**
   * The text of the template of the profile {@code named}.
   *
   * @throws IOException when it cannot be read
   */
  public String templateText(String named) throws IOException {
    Path file = file(named);
    if (file != null) {
      return Files.readString(file.resolveSibling(template));
    }
    try (InputStream in = HostProfile.class.getResourceAsStream(template)) {
      if (in == null) {
        throw new IOException(Words.of("hostProfile.there-no-template", template));
      }
      return new String(in.readAllBytes(), java.nio.charset.StandardCharsets.UTF_8);
    }
  }
}
