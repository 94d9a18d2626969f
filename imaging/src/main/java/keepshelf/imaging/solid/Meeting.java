package keepshelf.imaging.solid;

/**
 * Where a ray meets a shape. Filled by {@link Solid#meet}; used again and again, by one thread.
 *
 * <p>Fields rather than methods: this is read some millions of times a picture.
 */
public final class Meeting {
  /** Length of the ray in metres. */
  public float t;

  /** The point. */
  public final float[] point = new float[3];

  /** Unit normal of the shape without its relief, towards where the ray came from. */
  public final float[] normal = new float[3];

  /** Unit direction of u on the shape. */
  public final float[] tangent = new float[3];

  /** Unit direction of v on the shape. */
  public final float[] bitangent = new float[3];

  /** Metres to the right on the surface. */
  public float u;

  /** Metres upwards on the surface. */
  public float v;

  /** Whether the ray came from behind. */
  public boolean behind;
}
