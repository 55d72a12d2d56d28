package carezza.screen.check;

import carezza.register.Register;
import carezza.screen.CheckView;
import java.util.List;
import java.util.Optional;

/** The register of check views; the first is the picture itself. */
public final class CheckViews {
  /** The picture as it is. */
  public static final CheckView PICTURE = new PlainView();

  private static final Register<CheckView> ALL =
      Register.of(
          CheckView.class,
          CheckView::key,
          List.of(
              PICTURE,
              new BareLight(),
              new Sand(),
              new HueView(),
              new ChromaView(),
              new BandView("fine_band", true),
              new BandView("broad_band", false),
              new Changes(),
              new Clipping(),
              new PullView()));

  private CheckViews() {}

  public static List<CheckView> all() {
    return ALL.all();
  }

  /**
   * @throws IllegalArgumentException when there is no view of that name
   */
  public static CheckView of(String key) {
    return ALL.find(key)
        .orElseThrow(() -> new IllegalArgumentException("no check view '" + key + "'"));
  }

  /** The view of a number key, 1 to 9 and 0 for the tenth. */
  public static Optional<CheckView> ofDigit(int digit) {
    int at = digit == 0 ? 9 : digit - 1;
    return at < all().size() ? Optional.of(all().get(at)) : Optional.empty();
  }

  /** The number key of a view; none beyond the tenth. */
  public static Optional<Integer> digit(CheckView view) {
    int at = all().indexOf(view);
    return at < 0 || at > 9 ? Optional.empty() : Optional.of((at + 1) % 10);
  }
}
