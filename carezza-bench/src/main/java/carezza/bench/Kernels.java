package carezza.bench;

import carezza.color.Oklab;
import carezza.color.Roots;
import carezza.field.SplineField;
import carezza.field.WideGaussian;
import carezza.filter.Gaussian;
import carezza.filter.GuidedFilter;
import carezza.filter.Membrane;
import carezza.image.Plane;
import carezza.image.Rect;
import carezza.image.RgbBlock;
import carezza.pass.ColourRatios;
import carezza.pass.SmoothGain;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Fork;
import org.openjdk.jmh.annotations.Measurement;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.Warmup;

/** The kernels on one tile of 256 x 256 pixels; {@link #copy} is what they are measured against. */
@State(Scope.Thread)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.MICROSECONDS)
@Fork(1)
@Warmup(iterations = 3, time = 1)
@Measurement(iterations = 5, time = 1)
public class Kernels {
  private static final int SIDE = 256;

  private final Plane a = noise(1);
  private final Plane b = noise(2);
  private final Plane c = noise(3);
  private final float[] out = new float[SIDE * SIDE];
  private final boolean[] fixed = new boolean[64 * 64];
  private final RgbBlock block =
      new RgbBlock(0, a.rect(), a.data().clone(), b.data().clone(), c.data().clone());
  private final SplineField field = new SplineField(2, a);

  public Kernels() {
    for (int i = 0; i < fixed.length; i++) {
      fixed[i] = Math.hypot(i % 64 - 32, i / 64 - 32) > 20;
    }
  }

  private static Plane noise(int seed) {
    Random random = new Random(seed);
    Plane p = new Plane(new Rect(0, 0, SIDE, SIDE));
    for (int i = 0; i < p.data().length; i++) {
      p.data()[i] = 0.1f + 0.8f * random.nextFloat();
    }
    return p;
  }

  /** The plain copy of one plane. */
  @Benchmark
  public float[] copy() {
    System.arraycopy(a.data(), 0, out, 0, out.length);
    return out;
  }

  @Benchmark
  public float[] cubeRoot() {
    for (int i = 0; i < out.length; i++) {
      out[i] = Roots.cbrt(a.data()[i]);
    }
    return out;
  }

  @Benchmark
  public float[] log2() {
    for (int i = 0; i < out.length; i++) {
      out[i] = Roots.log2(a.data()[i]);
    }
    return out;
  }

  @Benchmark
  public float[] exp2() {
    for (int i = 0; i < out.length; i++) {
      out[i] = Roots.exp2(a.data()[i]);
    }
    return out;
  }

  @Benchmark
  public float[] oklabThereAndBack() {
    float[] lab = new float[3];
    for (int i = 0; i < out.length; i++) {
      Oklab.of(a.data()[i], b.data()[i], c.data()[i], lab);
      Oklab.toLight(lab[0], lab[1], lab[2], lab);
      out[i] = lab[0];
    }
    return out;
  }

  @Benchmark
  public Plane gaussianSigma3() {
    return Gaussian.blur(a, 3);
  }

  @Benchmark
  public Plane gaussianSigma24() {
    return WideGaussian.blur(a, 24);
  }

  @Benchmark
  public Plane splineOnItsGrid() {
    return field.at(2, a.rect());
  }

  @Benchmark
  public Plane splineFourTimesFiner() {
    return field.at(0, a.rect());
  }

  @Benchmark
  public Plane guidedFilter() {
    return GuidedFilter.filter(a, new Plane[] {a, b, c}, 3, 1e-3);
  }

  @Benchmark
  public float[] membraneOf64() {
    return Membrane.solve(new float[64 * 64], fixed, 64, 64);
  }

  @Benchmark
  public ColourRatios colourRatios() {
    return ColourRatios.of(block);
  }

  @Benchmark
  public RgbBlock smoothGain() {
    SmoothGain.apply(block, new Plane[] {a, b, c}, 1e-6f, null);
    return block;
  }
}
