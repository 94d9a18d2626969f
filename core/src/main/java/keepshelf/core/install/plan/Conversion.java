package keepshelf.core.install.plan;

/**
 * One thing that is done to a map on its way into a host. Its identifier stands in receipts and in
 * what the command line prints.
 */
public enum Conversion {
  /** One channel of a packed picture is taken alone. */
  UNPACK("unpack", Depth.KEPT, Way.ROWS, Mean.TOLD),
  /** Colours of another space are brought to sRGB. */
  COLOUR_PROFILE("colour-profile", Depth.DEEPER, Way.WHOLE, Mean.MIXED),
  /** Vectors that were stored wrongly are stored as they are meant. */
  MEND_NORMAL("mend-normal", Depth.DEEPER, Way.ROWS, Mean.MIXED),
  /** Heights of any range are brought to 0..1. */
  LEVEL_HEIGHT("level-height", Depth.DEEPER, Way.WHOLE, Mean.MIXED),
  /** What a finish does to every pixel. */
  FINISH("finish", Depth.DEEPER, Way.ROWS, Mean.MIXED),
  /** Grey maps of other items are laid over it. */
  OVERLAY("overlay", Depth.DEEPER, Way.WHOLE, Mean.MIXED),
  /** Opacity becomes holes: nothing below a threshold, all above it. */
  CUT_OUT("cut-out", Depth.KEPT, Way.ROWS, Mean.MIXED),
  /** What shines by itself is made brighter or darker. */
  BRIGHTEN("brighten", Depth.DEEPER, Way.ROWS, Mean.MIXED),
  /** Normals face the other way up. */
  FLIP_GREEN("flip-green", Depth.KEPT, Way.ROWS, Mean.TOLD),
  /** Vectors are turned along with the picture that they stand in. */
  TURN_VECTORS("turn-vectors", Depth.DEEPER, Way.ROWS, Mean.MIXED),
  GLOSS_TO_ROUGHNESS("gloss-to-roughness", Depth.KEPT, Way.ROWS, Mean.TOLD),
  ROUGHNESS_TO_GLOSS("roughness-to-gloss", Depth.KEPT, Way.ROWS, Mean.TOLD),
  SPEC_GLOSS_TO_METAL_ROUGH("spec-gloss-to-metal-rough", Depth.DEEPER, Way.WHOLE, Mean.MIXED),
  METAL_ROUGH_TO_SPEC_GLOSS("metal-rough-to-spec-gloss", Depth.DEEPER, Way.WHOLE, Mean.MIXED),
  HEIGHT_TO_NORMAL("height-to-normal", Depth.DEEPER, Way.WHOLE, Mean.MIXED),
  NORMAL_TO_HEIGHT("normal-to-height", Depth.DEEPER, Way.WHOLE, Mean.MIXED),
  OCCLUSION_INTO_COLOUR("occlusion-into-colour", Depth.DEEPER, Way.WHOLE, Mean.MIXED),
  /** Several grey maps become channels of one picture. */
  PACK("pack", Depth.KEPT, Way.ROWS, Mean.TOLD),
  RESIZE("resize", Depth.KEPT, Way.ROWS, Mean.TOLD),
  /** Roughness is raised by what smaller normals lose of the relief. */
  NORMAL_VARIANCE("normal-variance", Depth.DEEPER, Way.ROWS, Mean.MIXED),
  /** No more bits than the host reads. */
  DEPTH("depth", Depth.KEPT, Way.ROWS, Mean.TOLD),
  /** Another file format. */
  FORMAT("format", Depth.KEPT, Way.ROWS, Mean.TOLD),
  /** Data whose file says something about colours is written without that. */
  STRIP_COLOUR_TAGS("strip-colour-tags", Depth.DEEPER, Way.WHOLE, Mean.TOLD),
  /** The horizon of a panorama is brought to the middle. */
  LEVEL_HORIZON("level-horizon", Depth.DEEPER, Way.WHOLE, Mean.MIXED),
  /** A panorama becomes a picture of the sky. */
  TONE_MAP("tone-map", Depth.DEEPER, Way.WHOLE, Mean.MIXED);

  /** Whether a picture of eight bits holds no more than eight bits afterwards. */
  private enum Depth {
    KEPT,
    DEEPER
  }

  /** Whether each row can be made without the others. */
  private enum Way {
    ROWS,
    WHOLE
  }

  /** Whether plain arithmetic on the mean of the original tells the mean of what comes out. */
  private enum Mean {
    TOLD,
    MIXED
  }

  private final String id;
  private final Depth depth;
  private final Way way;
  private final Mean mean;

  Conversion(String id, Depth depth, Way way, Mean mean) {
    this.id = id;
    this.depth = depth;
    this.way = way;
    this.mean = mean;
  }

  /** Stable identifier. */
  public String id() {
    return id;
  }

  /** Whether a picture of eight bits holds no more than eight bits afterwards. */
  public boolean keepsBytes() {
    return depth == Depth.KEPT;
  }

  /** Whether each row can be made without the others. */
  public boolean byRows() {
    return way == Way.ROWS;
  }

  /** Whether no plain sum over the original tells the mean of what comes out. */
  public boolean mixes() {
    return mean == Mean.MIXED;
  }
}
