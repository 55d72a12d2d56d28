package carezza.finder;

import carezza.face.FaceFinder;
import carezza.face.FoundFace;
import carezza.face.HeadTurn;
import carezza.face.PersonMask;
import carezza.face.Pin;
import carezza.face.PinnedFace;
import carezza.image.PixelReader;
import carezza.region.FaceSnap;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;

/**
 * Finds faces with the shipped nets: detectors over the whole frame in four directions and, if that
 * shows none, over overlapping tiles, upright; then landmarks, looked for again in the square that
 * the landmarks themselves give.
 */
public final class NetFaceFinder implements FaceFinder {
  private static final int LOOKS = 3;
  private static final double CERTAIN = 0.85;
  private static final double LEAST_PRESENCE = 0.5;
  private static final int LIPS_CORNER = 61;

  /** Certainty of a face whose eyes a person has shown. */
  private static final double PINNED = 1;

  /** Side of the square round a face, and how far its middle lies below the eyes, eye distances. */
  private static final double FACE_OF_EYES = 3.7;

  private static final double BELOW_EYES = 0.5;

  /** Corners of the sitter's right and left eye that give the next square its angle. */
  private static final int RIGHT_CORNER = 33;

  private static final int LEFT_CORNER = 263;

  /** Side of the squares in which smaller faces are looked for, of the shorter side. */
  private static final double TILE = 0.6;

  /** Such squares that fit beside one another, at most: a long strip is looked at coarsely. */
  private static final double MOST_TILES = 10;

  private final boolean snaps;
  private Detector near;
  private Detector far;
  private Net landmarks;
  private PersonFinder people;
  private int[][] refined;

  public NetFaceFinder() {
    this(true);
  }

  /**
   * @param snaps whether irises, lids and lips are laid on the picture's own edges; otherwise they
   *     are where the net says
   */
  public NetFaceFinder(boolean snaps) {
    this.snaps = snaps;
  }

  /** The nets are read when a face is first looked for. */
  private void load() {
    if (landmarks == null) {
      near = Detector.near();
      far = Detector.far();
      people = new PersonFinder();
      landmarks = Net.load("face_landmark_with_attention.tflite");
      refined =
          landmarks.steps().stream()
              .filter(s -> s.custom().equals("Landmarks2TransformMatrix"))
              .map(s -> new FlexOptions(s.raw()).integers("subset_idxs"))
              .toArray(int[][]::new);
    }
  }

  @Override
  public List<FoundFace> find(PixelReader picture, BooleanSupplier cancelled) {
    return InFocus.sitting(everybody(picture, cancelled), picture);
  }

  @Override
  public synchronized List<FoundFace> everybody(PixelReader picture, BooleanSupplier cancelled) {
    load();
    Copy copy = new Copy(picture);
    List<FoundFace> out = new ArrayList<>();
    for (Detector.Found f : detect(copy, cancelled)) {
      check(cancelled);
      FoundFace face = look(copy, f.score(), f.box());
      if (face != null) {
        out.add(snaps ? FaceSnap.snapped(face, picture).rounded() : face);
      }
    }
    return sharingPeople(out);
  }

  @Override
  public synchronized Optional<FoundFace> at(PixelReader picture, Pin rightEye, Pin leftEye) {
    load();
    Copy copy = new Copy(picture);
    FoundFace face = look(copy, PINNED, eyeBox(copy, rightEye, leftEye));
    return Optional.ofNullable(face).map(f -> snaps ? FaceSnap.snapped(f, picture).rounded() : f);
  }

  @Override
  public synchronized FoundFace laid(PixelReader picture, PinnedFace pins) {
    load();
    Copy copy = new Copy(picture);
    Box box = eyeBox(copy, pins.rightEye(), pins.leftEye());
    FoundFace face = pins.face(people.find(copy, box));
    return snaps ? FaceSnap.snapped(face, picture).rounded() : face;
  }

  /** A square round a face, from its pupils. */
  private static Box eyeBox(Copy copy, Pin right, Pin left) {
    double dx = (left.x() - right.x()) / copy.side();
    double dy = (left.y() - right.y()) / copy.side();
    double cx = (left.x() + right.x()) / 2 / copy.side() - BELOW_EYES * dy;
    double cy = (left.y() + right.y()) / 2 / copy.side() + BELOW_EYES * dx;
    return new Box(cx, cy, FACE_OF_EYES * Math.hypot(dx, dy), Math.atan2(dy, dx));
  }

  /** One mask for the whole picture: everybody whom any face shows. */
  private static List<FoundFace> sharingPeople(List<FoundFace> faces) {
    return faces.stream()
        .map(FoundFace::person)
        .reduce(PersonMask::or)
        .map(all -> faces.stream().map(f -> f.withPerson(all)).toList())
        .orElse(faces);
  }

  private static void check(BooleanSupplier cancelled) {
    if (cancelled.getAsBoolean()) {
      throw new CancellationException("no longer wanted");
    }
  }

  private List<Detector.Found> detect(Copy copy, BooleanSupplier cancelled) {
    double all = Math.max(copy.w(), copy.h());
    List<Box> whole = List.of(new Box(copy.w() / 2.0, copy.h() / 2.0, all, 0));
    List<Detector.Found> found = in(copy, whole, 4, cancelled);
    return found.isEmpty() ? in(copy, tiles(copy), 1, cancelled) : found;
  }

  private static List<Box> tiles(Copy copy) {
    double shorter = Math.min(copy.w(), copy.h());
    double side = Math.max(TILE * shorter, Math.max(copy.w(), copy.h()) / MOST_TILES);
    List<Box> out = new ArrayList<>();
    for (double y = side / 2; y < copy.h() + side / 2 - 1; y += side / 2) {
      for (double x = side / 2; x < copy.w() + side / 2 - 1; x += side / 2) {
        out.add(
            new Box(Math.min(x, copy.w() - side / 2), Math.min(y, copy.h() - side / 2), side, 0));
      }
    }
    return out;
  }

  /** Faces in any of the squares, each once, in the direction in which it is most certain. */
  private List<Detector.Found> in(
      Copy copy, List<Box> squares, int turns, BooleanSupplier cancelled) {
    List<Detector.Found> all = new ArrayList<>();
    for (Box s : squares) {
      for (int turn = 0; turn < turns && !isCertain(all); turn++) {
        check(cancelled);
        Box turned = new Box(s.cx(), s.cy(), s.size(), turn * Math.PI / 2);
        all.addAll(near.in(copy, turned));
        all.addAll(far.in(copy, turned));
      }
    }
    all.sort((a, b) -> Double.compare(b.score(), a.score()));
    List<Detector.Found> once = new ArrayList<>();
    for (Detector.Found f : all) {
      if (once.stream().noneMatch(o -> Detector.isSame(o, f))) {
        once.add(f);
      }
    }
    return once;
  }

  /** Whether a face was seen so clearly that the frame need not be turned. */
  private static boolean isCertain(List<Detector.Found> all) {
    return all.stream().anyMatch(f -> f.score() > CERTAIN);
  }

  /** What the landmark net says of a square. */
  private record Seen(double presence, double[][] points, double[][] right, double[][] left) {}

  /**
   * @param score certainty with which there is a face in the square
   */
  private FoundFace look(Copy copy, double score, Box square) {
    Box box = square;
    for (int k = 1; ; k++) {
      Seen seen = seen(copy, box, false);
      if (seen.presence < LEAST_PRESENCE) {
        return null;
      }
      if (k == LOOKS) {
        Seen both = mean(seen, seen(copy, box, true));
        PersonMask person = people.find(copy, around(both.points));
        return face(score, both.points, both.right, both.left, copy.side(), person);
      }
      box = around(seen.points);
    }
  }

  /**
   * @param mirrored whether the net is shown the mirror image; what it says is turned back
   */
  private Seen seen(Copy copy, Box box, boolean mirrored) {
    int n = landmarks.inputSide();
    float[] crop = copy.crop(box, n, 1, 0);
    List<float[]> out = landmarks.run(mirrored ? mirror(crop, n) : crop);
    double presence = 1 / (1 + Math.exp(-out.get(6)[0]));
    float[] mesh = out.get(0);
    overwrite(mesh, refined(LIPS_CORNER), out.get(1));
    overwrite(mesh, refined(RIGHT_CORNER), out.get(2));
    overwrite(mesh, refined(LEFT_CORNER), out.get(3));
    double[][] points = placed(mesh, 3, FoundFace.POINTS, box, n, mirrored);
    double[][] right = placed(out.get(4), 2, 5, box, n, mirrored);
    double[][] left = placed(out.get(5), 2, 5, box, n, mirrored);
    if (!mirrored) {
      return new Seen(presence, points, right, left);
    }
    double[][] swapped = new double[points.length][];
    for (int i = 0; i < swapped.length; i++) {
      swapped[i] = points[HeadTurn.opposite(i)];
    }
    swapSides(left);
    swapSides(right);
    return new Seen(presence, swapped, left, right);
  }

  /** Of an iris's centre and its right, upper, left and lower rim. */
  private static void swapSides(double[][] iris) {
    double[] right = iris[1];
    iris[1] = iris[3];
    iris[3] = right;
  }

  private static float[] mirror(float[] crop, int n) {
    float[] out = new float[crop.length];
    for (int y = 0; y < n; y++) {
      for (int x = 0; x < n; x++) {
        System.arraycopy(crop, 3 * (y * n + x), out, 3 * (y * n + n - 1 - x), 3);
      }
    }
    return out;
  }

  /** The mean of what was said of a square and of its mirror image, so that no side is favoured. */
  private static Seen mean(Seen a, Seen b) {
    return new Seen(
        a.presence, mean(a.points, b.points), mean(a.right, b.right), mean(a.left, b.left));
  }

  private static double[][] mean(double[][] a, double[][] b) {
    double[][] out = new double[a.length][];
    for (int i = 0; i < out.length; i++) {
      out[i] = new double[] {(a[i][0] + b[i][0]) / 2, (a[i][1] + b[i][1]) / 2};
    }
    return out;
  }

  /** The refined points among which a point of the mesh is. */
  private int[] refined(int with) {
    for (int[] r : refined) {
      for (int i : r) {
        if (i == with) {
          return r;
        }
      }
    }
    throw new IllegalStateException("the net refines no point " + with);
  }

  private static void overwrite(float[] mesh, int[] at, float[] points) {
    for (int i = 0; i < at.length; i++) {
      mesh[3 * at[i]] = points[2 * i];
      mesh[3 * at[i] + 1] = points[2 * i + 1];
    }
  }

  private static double[][] placed(
      float[] p, int dims, int count, Box box, int n, boolean mirrored) {
    double[][] out = new double[count][];
    for (int i = 0; i < count; i++) {
      double u = p[dims * i] / n;
      out[i] = box.at(mirrored ? 1 - u : u, p[dims * i + 1] / n);
    }
    return out;
  }

  /** The square for the next look: level with the eyes, half as large again as the points. */
  private static Box around(double[][] p) {
    double angle =
        Math.atan2(p[LEFT_CORNER][1] - p[RIGHT_CORNER][1], p[LEFT_CORNER][0] - p[RIGHT_CORNER][0]);
    double c = Math.cos(angle);
    double s = Math.sin(angle);
    double u0 = Double.MAX_VALUE;
    double v0 = Double.MAX_VALUE;
    double u1 = -Double.MAX_VALUE;
    double v1 = -Double.MAX_VALUE;
    for (double[] q : p) {
      double u = q[0] * c + q[1] * s;
      double v = -q[0] * s + q[1] * c;
      u0 = Math.min(u0, u);
      u1 = Math.max(u1, u);
      v0 = Math.min(v0, v);
      v1 = Math.max(v1, v);
    }
    double u = (u0 + u1) / 2;
    double v = (v0 + v1) / 2;
    return new Box(u * c - v * s, u * s + v * c, 1.5 * Math.max(u1 - u0, v1 - v0), angle);
  }

  private static FoundFace face(
      double score,
      double[][] points,
      double[][] right,
      double[][] left,
      double side,
      PersonMask person) {
    List<Pin> mesh = new ArrayList<>();
    for (double[] p : points) {
      mesh.add(pin(p, side));
    }
    return new FoundFace(
        score,
        mesh,
        pin(right[0], side),
        pin(left[0], side),
        rim(right, side),
        rim(left, side),
        person);
  }

  /** From the copy's pixels, whose centres lie at halves, to the source's. */
  private static Pin pin(double[] p, double side) {
    return new Pin(p[0] * side, p[1] * side);
  }

  /** Twice the mean distance of the rim's four points from the centre. */
  private static double rim(double[][] iris, double side) {
    double sum = 0;
    for (int i = 1; i < 5; i++) {
      sum += Math.hypot(iris[i][0] - iris[0][0], iris[i][1] - iris[0][1]);
    }
    return 2 * side * sum / 4;
  }
}
