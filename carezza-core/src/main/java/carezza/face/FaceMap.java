package carezza.face;

import carezza.image.Hash;
import carezza.setting.Extra;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * Where the sitter's eyes are, what a millimetre is on this face, and the faces that were found.
 *
 * <p>With pins alone, scale = distance of the pupils in pixels / inter-pupillary distance in mm.
 * The mean adult distance is 63 mm with a spread of about 6 % (Dodgson 2004, "Variation and extrema
 * of human interpupillary distance"). With a found face that distance is taken as seen straight,
 * and its scale and that of the irises, 11.7 mm with a spread of about 4 % (Rufer, Schroder, Erb
 * 2005, "White-to-white corneal diameter"), are averaged by the inverse of their variances.
 *
 * @param rightEye the sitter's right pupil (left in the picture when upright)
 * @param leftEye the sitter's left pupil
 * @param eyeDistanceMm inter-pupillary distance, 40 to 80 mm, usually 63
 * @param faces those found, the principal sitter's, whose pupils these are, first; none when the
 *     eyes were pinned by hand
 * @param regionForm how regions are found from it: a document keeps its own way, so that it looks
 *     as it did; {@link #FIRST_REGIONS} to {@link #REGIONS}; the first without faces
 * @param extra what a newer version knows of it
 */
public record FaceMap(
    Pin rightEye,
    Pin leftEye,
    double eyeDistanceMm,
    List<FoundFace> faces,
    int regionForm,
    Extra extra) {
  /** How regions were found at first: by the oval, in colours alone. */
  public static final int FIRST_REGIONS = 1;

  /** How regions are found now. */
  public static final int REGIONS = 2;

  public static final double MEAN_EYE_DISTANCE_MM = 63;
  public static final double SPREAD = 0.06;
  public static final double MEAN_IRIS_MM = 11.7;
  public static final double IRIS_SPREAD = 0.04;

  /** Standard deviations of the turn of a head as it is read, and of an iris's width, a share. */
  public static final double TURN_ERROR_DEGREES = 4;

  public static final double IRIS_READ = 0.02;

  /** Standard deviations within which 95 of 100 lie. */
  private static final double COVERS_95 = 1.96;

  /** Beyond this the two scales speak of a child, of lenses or of a wrong pin. */
  public static final double MOST_DIFFERENCE = 0.18;

  /**
   * How far off a place carried by the meshes may be, and for each degree between two heads, mm.
   */
  private static final double MESH_MM = 1.4;

  private static final double MESH_MM_PER_DEGREE = 0.1;

  /** Farthest that eyes can lie apart in a picture that can be opened, and widest of irises. */
  static final double MOST_PX = 100_000;

  public FaceMap {
    faces = numbered(faces);
    regionForm = faces.isEmpty() ? FIRST_REGIONS : regionForm;
    if (regionForm < FIRST_REGIONS || regionForm > REGIONS) {
      throw new IllegalArgumentException(
          "regionForm = " + regionForm + ", must be in [1, " + REGIONS + "]");
    }
    if (!(eyeDistanceMm >= 40 && eyeDistanceMm <= 80)) {
      throw new IllegalArgumentException(
          "eyeDistanceMm = " + eyeDistanceMm + ", must be in [40, 80]");
    }
    double apart = rightEye.distance(leftEye);
    if (!(apart >= 4 && apart <= MOST_PX)) {
      throw new IllegalArgumentException(
          "eye pins lie " + apart + " px apart, must be in [4, " + MOST_PX + "]");
    }
  }

  public FaceMap(Pin rightEye, Pin leftEye, double eyeDistanceMm, List<FoundFace> faces) {
    this(rightEye, leftEye, eyeDistanceMm, faces, REGIONS, Extra.NONE);
  }

  public FaceMap(Pin rightEye, Pin leftEye, double eyeDistanceMm) {
    this(rightEye, leftEye, eyeDistanceMm, List.of());
  }

  public FaceMap(Pin rightEye, Pin leftEye) {
    this(rightEye, leftEye, MEAN_EYE_DISTANCE_MM);
  }

  /** The map of found faces, the principal sitter's first. */
  public static FaceMap of(List<FoundFace> faces) {
    FoundFace first = faces.get(0);
    return new FaceMap(first.rightPupil(), first.leftPupil(), MEAN_EYE_DISTANCE_MM, faces);
  }

  /** Faces that have no number yet get the lowest that are free, from left to right. */
  private static List<FoundFace> numbered(List<FoundFace> faces) {
    List<FoundFace> out = new ArrayList<>(faces);
    Set<Integer> taken = new HashSet<>();
    faces.forEach(f -> taken.add(f.sitter()));
    int next = 1;
    List<Integer> order = new ArrayList<>();
    for (int i = 0; i < faces.size(); i++) {
      order.add(i);
    }
    order.sort(Comparator.comparingDouble(i -> faces.get(i).rightPupil().x()));
    for (int i : order) {
      while (faces.get(i).sitter() == 0 && !taken.add(next)) {
        next++;
      }
      if (faces.get(i).sitter() == 0) {
        out.set(i, faces.get(i).withSitter(next));
      }
    }
    return List.copyOf(out);
  }

  /** With other faces, the principal sitter's first. */
  public FaceMap withFaces(List<FoundFace> others) {
    FoundFace first = others.get(0);
    return new FaceMap(
        first.rightPupil(), first.leftPupil(), eyeDistanceMm, others, regionForm, extra);
  }

  /** With another sitter as the principal one; the same where nobody has the number. */
  public FaceMap withPrincipal(int number) {
    List<FoundFace> order = new ArrayList<>();
    faces.stream().filter(f -> f.sitter() == number).forEach(order::add);
    faces.stream().filter(f -> f.sitter() != number).forEach(order::add);
    return order.isEmpty() ? this : withFaces(order);
  }

  /** The principal sitter's face. */
  public Optional<FoundFace> principal() {
    return faces.stream().findFirst();
  }

  public double pxPerMm() {
    if (faces.isEmpty()) {
      return eyeScale();
    }
    double we = 1 / (SPREAD * SPREAD);
    double wi = 1 / (IRIS_SPREAD * IRIS_SPREAD);
    return (we * eyeScale() + wi * irisScale()) / (we + wi);
  }

  /**
   * How far the scale may be off, as a share of it: so far or less in 95 of 100 sitters. A turned
   * head's eye distance is known less well, as its turn is known to {@value #TURN_ERROR_DEGREES}
   * degrees, and an iris is read to {@value #IRIS_READ}.
   */
  public double relativeError() {
    if (faces.isEmpty()) {
      return COVERS_95 * SPREAD;
    }
    double we = 1 / (SPREAD * SPREAD);
    double wi = 1 / (IRIS_SPREAD * IRIS_SPREAD);
    double yaw = Math.toRadians(HeadTurn.of(faces.get(0).mesh()).yawDegrees());
    double turn = Math.toRadians(TURN_ERROR_DEGREES) * Math.min(3, Math.abs(Math.tan(yaw)));
    double eyes = we * Math.hypot(SPREAD, turn);
    double irises = wi * Math.hypot(IRIS_SPREAD, IRIS_READ);
    return COVERS_95 * Math.hypot(eyes, irises) / (we + wi);
  }

  /** How far the scale of the irises lies from that of the eye distance, as a share of it. */
  public double difference() {
    return faces.isEmpty() ? 0 : irisScale() / eyeScale() - 1;
  }

  private double eyeScale() {
    double seen = principal().map(f -> HeadTurn.of(f.mesh()).eyeShortening()).orElse(1.0);
    return rightEye.distance(leftEye) / Math.max(0.5, seen) / eyeDistanceMm;
  }

  /** The wider iris counts: the other is seen from the side. */
  private double irisScale() {
    FoundFace f = faces.get(0);
    return Math.max(f.rightIrisPx(), f.leftIrisPx()) / MEAN_IRIS_MM;
  }

  /**
   * A place on the principal face carried to another picture of the same person by the two meshes
   * alone, to be had in microseconds. Errors are those found on the marks of six poses.
   *
   * @param place source pixels of this picture
   * @param to map of the other picture, with a found face as this one
   */
  public Carried carry(Pin place, FaceMap to) {
    FoundFace from = principal().orElseThrow();
    FoundFace other = to.principal().orElseThrow();
    MeshMap.There there = new MeshMap(from, other).there(place);
    double turn = turnBetween(from, other);
    double beyondMm = there.beyondPx() / pxPerMm();
    double error = MESH_MM + MESH_MM_PER_DEGREE * turn + beyondMm * offBeyond(turn);
    return new Carried(there.place(), error, there.seen());
  }

  /** By how much the same head is turned otherwise on another picture, degrees. */
  public static double turnBetween(FoundFace one, FoundFace other) {
    HeadTurn a = HeadTurn.of(one.mesh());
    HeadTurn b = HeadTurn.of(other.mesh());
    return Math.hypot(a.yawDegrees() - b.yawDegrees(), a.pitchDegrees() - b.pitchDegrees());
  }

  /**
   * How far off a place may be for each mm that it lies beyond the mesh, whose depth is unknown.
   */
  public static double offBeyond(double turnDegrees) {
    return 0.05 + 0.9 * Math.sin(Math.toRadians(Math.min(90, turnDegrees)));
  }

  /** The outline of a face as its regions take it; see {@link #regionForm}. */
  public List<Pin> outline(FoundFace face) {
    return regionForm == FIRST_REGIONS ? face.points(FaceContours.OVAL) : Silhouette.of(face);
  }

  public long fingerprint() {
    Hash h = new Hash().add(rightEye.x()).add(rightEye.y()).add(leftEye.x()).add(leftEye.y());
    h.add(eyeDistanceMm);
    if (regionForm != FIRST_REGIONS) {
      h.add(regionForm);
    }
    for (int i = 0; i < faces.size(); i++) {
      h.add(faces.get(i).fingerprint());
      if (faces.get(i).sitter() != i + 1) {
        h.add(faces.get(i).sitter());
      }
    }
    return h.get();
  }
}
