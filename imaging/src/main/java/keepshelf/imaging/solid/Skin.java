package keepshelf.imaging.solid;

/** What covers a shape: how far it stands out and where it has holes, by metres on the surface. */
public interface Skin {
  /** Flat, without holes. */
  Skin FLAT =
      new Skin() {
        @Override
        public float height(float u, float v) {
          return 0;
        }

        @Override
        public float lowest() {
          return 0;
        }

        @Override
        public float highest() {
          return 0;
        }

        @Override
        public boolean hole(float u, float v, float chance) {
          return false;
        }
      };

  /** Metres along the normal at u (right) and v (up), in metres on the surface. */
  float height(float u, float v);

  /** Least height there is, in metres. */
  float lowest();

  /** Greatest height there is, in metres. */
  float highest();

  /**
   * Whether a ray passes through here.
   *
   * @param chance 0..1; what is half open lets half of all chances through
   */
  boolean hole(float u, float v, float chance);
}
