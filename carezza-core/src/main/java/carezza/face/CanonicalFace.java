package carezza.face;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;

/**
 * The face that the 468 points of a mesh belong to, looking straight ahead: vertices in cm, x
 * towards the sitter's left, y up, z to the viewer, and the triangles between them.
 */
final class CanonicalFace {
  private static final List<double[]> VERTICES = new ArrayList<>();
  private static final List<int[]> TRIANGLES;
  private static final int[] OPPOSITE;

  static {
    List<int[]> triangles = new ArrayList<>();
    try (InputStream in = CanonicalFace.class.getResourceAsStream("canonical_face.obj");
        BufferedReader lines =
            new BufferedReader(new InputStreamReader(in, StandardCharsets.US_ASCII))) {
      for (String line = lines.readLine(); line != null; line = lines.readLine()) {
        String[] part = line.trim().split("\\s+");
        if (part[0].equals("v")) {
          VERTICES.add(new double[] {number(part[1]), number(part[2]), number(part[3])});
        } else if (part[0].equals("f")) {
          triangles.add(new int[] {corner(part[1]), corner(part[2]), corner(part[3])});
        }
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    TRIANGLES = List.copyOf(triangles);
    OPPOSITE = new int[VERTICES.size()];
    for (int i = 0; i < OPPOSITE.length; i++) {
      OPPOSITE[i] = nearestToMirrored(VERTICES.get(i));
    }
  }

  private static int nearestToMirrored(double[] from) {
    int best = 0;
    double least = Double.MAX_VALUE;
    for (int i = 0; i < VERTICES.size(); i++) {
      double[] to = VERTICES.get(i);
      double d = Math.hypot(Math.hypot(from[0] + to[0], from[1] - to[1]), from[2] - to[2]);
      if (d < least) {
        least = d;
        best = i;
      }
    }
    return best;
  }

  /** The number of a vertex, from 0, of a corner of a triangle as the file has it. */
  private static int corner(String s) {
    return Integer.parseInt(s.substring(0, s.indexOf('/'))) - 1;
  }

  /** Its triangles, anticlockwise as seen from the front: numbers of their corners. */
  static List<int[]> triangles() {
    return TRIANGLES;
  }

  static int opposite(int i) {
    return OPPOSITE[i];
  }

  private CanonicalFace() {}

  private static double number(String s) {
    return Double.parseDouble(s);
  }

  static double[] vertex(int i) {
    return VERTICES.get(i);
  }

  static int size() {
    return VERTICES.size();
  }
}
