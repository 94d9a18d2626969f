package keepshelf.core.recognise.found;

/**
 * A file of an arrival that is no map of an item.
 *
 * @param file the file
 * @param sort what it is
 * @param reason why, in plain words
 */
public record LooseFile(SourceFile file, Sort sort, String reason) {
  /** What a loose file is. */
  public enum Sort {
    DOCUMENT("document"),
    PREVIEW("preview"),
    SCENE("scene"),
    MATERIAL_DOCUMENT("material-document"),
    JUNK("junk"),
    UNKNOWN_IMAGE("unknown-image"),
    OTHER("other");

    private final String id;

    Sort(String id) {
      this.id = id;
    }

    /** Stable identifier. */
    public String id() {
      return id;
    }
  }
}
