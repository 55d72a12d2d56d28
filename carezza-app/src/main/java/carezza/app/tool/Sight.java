package carezza.app.tool;

/** How the picture lies on the screen. */
public interface Sight {
  /** Units of the view a source pixel. */
  double scale();

  double viewX(double sourceX, double sourceY);

  double viewY(double sourceX, double sourceY);

  /** Moves the picture by units of the view. */
  void pan(double dx, double dy);

  /** Pixels of the picture as they are, where nothing is shown. */
  Sight PLAIN =
      new Sight() {
        @Override
        public double scale() {
          return 1;
        }

        @Override
        public double viewX(double sourceX, double sourceY) {
          return sourceX;
        }

        @Override
        public double viewY(double sourceX, double sourceY) {
          return sourceY;
        }

        @Override
        public void pan(double dx, double dy) {}
      };
}
