package carezza.sitter;

import carezza.face.FaceMap;
import carezza.face.Pin;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.SourcePicture;
import carezza.io.PictureFile;
import carezza.io.PictureReader;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.awt.image.BufferedImage;
import java.awt.image.Raster;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import javax.imageio.ImageIO;

/**
 * A demo sitter: the picture as shot, the clean truth, coverage masks and the known marks.
 *
 * @param name one of {@link #NAMES} or {@link #POSES}; poses have no clean picture
 * @param picture as shot
 * @param truth the sitter's notes
 */
public record DemoSitter(String name, PictureFile picture, JsonNode truth) {
  /** All three. */
  public static final List<String> NAMES = List.of("maren", "ilse", "tobias");

  /** A second sitting of the same people: the camera 30 degrees aside, or the eyes. */
  public static final List<String> POSES =
      NAMES.stream().flatMap(n -> Stream.of(n + "-turned", n + "-glance")).toList();

  /**
   * A known mark.
   *
   * @param type what it is
   * @param x centre, source pixels
   * @param y centre, source pixels
   * @param radiusPx radius
   */
  public record Mark(String type, double x, double y, double radiusPx) {}

  public static DemoSitter load(String name) {
    try {
      Path file = Files.createTempFile("carezza-" + name, ".jpg");
      file.toFile().deleteOnExit();
      try (InputStream in = resource(name + ".jpg")) {
        Files.copy(in, file, StandardCopyOption.REPLACE_EXISTING);
      }
      try (InputStream in = resource(name + ".json")) {
        return new DemoSitter(name, PictureReader.read(file), new ObjectMapper().readTree(in));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static InputStream resource(String file) throws IOException {
    InputStream in = DemoSitter.class.getResourceAsStream(file);
    if (in == null) {
      throw new IOException("no demo file " + file);
    }
    return in;
  }

  public FaceMap faceMap() {
    JsonNode l = truth.path("landmarks_px");
    return new FaceMap(pin(l.path("right_pupil")), pin(l.path("left_pupil")));
  }

  public double pxPerMm() {
    return truth.path("px_per_mm").asDouble();
  }

  private static Pin pin(JsonNode n) {
    return new Pin(n.path(0).asDouble(), n.path(1).asDouble());
  }

  public Pin landmark(String key) {
    return pin(truth.path("landmarks_px").path(key));
  }

  /** Visible marks of the given types that are to be removed. */
  public List<Mark> marks(String... types) {
    List<Mark> out = new ArrayList<>();
    for (JsonNode d : truth.path("defects")) {
      String type = d.path("type").asText();
      if (List.of(types).contains(type) && d.path("visible").asBoolean(true)) {
        Pin c = pin(d.path("center_px"));
        out.add(new Mark(type, c.x(), c.y(), d.path("radius_px").asDouble()));
      }
    }
    return out;
  }

  /** The clean picture: as shot plus the change. */
  public SourcePicture clean() {
    Raster change = image("change").getRaster();
    SourcePicture p = picture.picture();
    SourcePicture out = new SourcePicture(p.width(), p.height(), 8, 3);
    int[] row = new int[3 * p.width()];
    for (int y = 0; y < p.height(); y++) {
      change.getPixels(0, y, p.width(), 1, row);
      for (int x = 0; x < p.width(); x++) {
        for (int c = 0; c < 3; c++) {
          int v = p.code(c, x, y) + row[3 * x + c] - 128;
          out.setCode(c, x, y, Math.max(0, Math.min(255, v)));
        }
      }
    }
    return out;
  }

  /** Coverage 0..1 of a region: skin, lips, teeth, sclera, iris, brows. */
  public Plane mask(String region) {
    Raster r = image("mask-" + region).getRaster();
    Plane out = new Plane(new Rect(0, 0, r.getWidth(), r.getHeight()));
    int[] row = new int[r.getWidth() * r.getNumBands()];
    for (int y = 0; y < r.getHeight(); y++) {
      r.getPixels(0, y, r.getWidth(), 1, row);
      for (int x = 0; x < r.getWidth(); x++) {
        out.data()[y * r.getWidth() + x] = row[x * r.getNumBands()] / 255f;
      }
    }
    return out;
  }

  private BufferedImage image(String what) {
    try (InputStream in = resource(name + "-" + what + ".png")) {
      return ImageIO.read(in);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }
}
