package org.oddlot.pass.angles;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.ToDoubleFunction;
import org.apache.commons.math3.linear.Array2DRowRealMatrix;
import org.apache.commons.math3.linear.ArrayRealVector;
import org.apache.commons.math3.linear.CholeskyDecomposition;

/**
 * One placing of all pieces that fits all pairs that were heard: least squares over them, each with
 * the weight of the windows that agree. A pair that does not fit the others is left out, and said.
 * What nothing ties to the rest is an island, and is placed by itself.
 */
final class Placing {
  /** Pairs that lie farther from what all others say are left out, in seconds: half a frame. */
  private static final double MOST_RESIDUAL = 0.02;

  /**
   * Two pieces that were heard to lie together.
   *
   * @param a the first, as its number among the pieces
   * @param b the second
   * @param offset where the second begins in the first one's time, in seconds
   * @param drift how much slower the second one's clock counts than the first one's, as a part
   * @param from where in the second what both have begins
   * @param to where it ends
   * @param weight how much is heard to agree
   * @param paceWeight how well the drift is known; 0 where it is not
   */
  record Tie(
      int a,
      int b,
      double offset,
      double drift,
      double from,
      double to,
      double weight,
      double paceWeight) {
    private double middle() {
      return (from + to) / 2;
    }
  }

  private final List<Piece> pieces;
  private final List<Tie> ties;
  private final List<Tie> against = new ArrayList<>();
  private final Map<Integer, Position> places = new HashMap<>();

  /** The placing of these pieces by these ties. */
  Placing(List<Piece> pieces, List<Tie> ties) {
    this.pieces = pieces;
    this.ties = new ArrayList<>(ties);
    List<List<Integer>> islands = islands();
    for (int i = 0; i < islands.size(); i++) {
      place(islands.get(i), i);
    }
  }

  /** Where a piece lies; empty where nothing ties it to any other. */
  Optional<Position> of(int piece) {
    return Optional.ofNullable(places.get(piece));
  }

  /** Whether two pieces are tied together, however many others are between. */
  boolean isTogether(int a, int b) {
    return of(a).isPresent() && of(b).isPresent() && of(a).get().island() == of(b).get().island();
  }

  /** The ties of a piece that the placing rests on. */
  List<Tie> ties(int piece) {
    return ties.stream().filter(tie -> tie.a == piece || tie.b == piece).toList();
  }

  /** The ties that were left out, since all others say something else. */
  List<Tie> against(int piece) {
    return against.stream().filter(tie -> tie.a == piece || tie.b == piece).toList();
  }

  /** How much later the second of a tie lies by it than by the placing, in seconds. */
  double residual(Tie tie) {
    Position a = places.get(tie.a);
    Position b = places.get(tie.b);
    if (a == null || b == null) {
      return 0;
    }
    return residual(tie, a.at(), a.drift(), b.at(), b.drift());
  }

  private static double residual(Tie tie, double a, double paceA, double b, double paceB) {
    double inA = tie.offset + tie.middle() * (1 + tie.drift);
    return a + inA * (1 + paceA) - (b + tie.middle() * (1 + paceB));
  }

  /**
   * The closing error of a piece: by how much going round a triangle of ties misses where it began,
   * in seconds; the largest of its triangles; empty where it is in none.
   */
  Optional<Double> closing(int piece) {
    Optional<Double> largest = Optional.empty();
    List<Tie> its = ties(piece);
    for (int i = 0; i < its.size(); i++) {
      for (int j = i + 1; j < its.size(); j++) {
        int one = other(its.get(i), piece);
        int two = other(its.get(j), piece);
        for (Tie third : ties) {
          boolean closes = (third.a == one && third.b == two) || (third.a == two && third.b == one);
          if (closes) {
            double error =
                Math.abs(signed(its.get(i), piece) + signed(third, one) + signed(its.get(j), two));
            largest = Optional.of(Math.max(error, largest.orElse(0.0)));
          }
        }
      }
    }
    return largest;
  }

  private static int other(Tie tie, int piece) {
    return tie.a == piece ? tie.b : tie.a;
  }

  private double signed(Tie tie, int from) {
    return tie.a == from ? residual(tie) : -residual(tie);
  }

  /** The pieces that are tied together, each island by itself, the longest first. */
  private List<List<Integer>> islands() {
    int[] island = new int[pieces.size()];
    for (int i = 0; i < island.length; i++) {
      island[i] = i;
    }
    for (boolean changed = true; changed; ) {
      changed = false;
      for (Tie tie : ties) {
        int least = Math.min(island[tie.a], island[tie.b]);
        changed |= island[tie.a] != least || island[tie.b] != least;
        island[tie.a] = least;
        island[tie.b] = least;
      }
    }
    var together = new TreeMap<Integer, List<Integer>>();
    for (int i = 0; i < island.length; i++) {
      together.computeIfAbsent(island[i], _ -> new ArrayList<>()).add(i);
    }
    ToDoubleFunction<List<Integer>> seconds =
        all -> all.stream().mapToDouble(i -> pieces.get(i).seconds()).sum();
    return together.values().stream()
        .filter(all -> all.size() > 1)
        .sorted(Comparator.comparingDouble(seconds).reversed())
        .toList();
  }

  private void place(List<Integer> island, int number) {
    while (true) {
      List<Tie> its = ties.stream().filter(tie -> island.contains(tie.a)).toList();
      solve(island, its, number);
      Optional<Tie> worst =
          its.stream()
              .filter(tie -> Math.abs(residual(tie)) > MOST_RESIDUAL)
              .max(Comparator.comparingDouble(tie -> Math.abs(residual(tie)) / tie.weight));
      if (worst.isEmpty()) {
        return;
      }
      ties.remove(worst.get());
      against.add(worst.get());
    }
  }

  /** Paces first, then beginnings: each a sum of squares that has one least. */
  private void solve(List<Integer> island, List<Tie> its, int number) {
    int reference =
        island.stream()
            .max(Comparator.comparingDouble((Integer i) -> pieces.get(i).seconds()))
            .orElseThrow();
    var rows = new HashMap<Integer, Integer>();
    for (int piece : island) {
      if (piece != reference) {
        rows.put(piece, rows.size());
      }
    }
    // Paces multiply; their logarithms add up.
    double[] paces = leastSquares(rows, its, Tie::paceWeight, tie -> Math.log1p(tie.drift));
    ToDoubleFunction<Integer> pace =
        piece -> rows.containsKey(piece) ? Math.expm1(paces[rows.get(piece)]) : 0;
    double[] begins =
        leastSquares(
            rows,
            its,
            Tie::weight,
            tie -> residual(tie, 0, pace.applyAsDouble(tie.a), 0, pace.applyAsDouble(tie.b)));
    for (int piece : island) {
      double at = rows.containsKey(piece) ? begins[rows.get(piece)] : 0;
      places.put(piece, new Position(at, pace.applyAsDouble(piece), number));
    }
  }

  /** What each has more than the reference, where each tie says what its second has more. */
  private static double[] leastSquares(
      Map<Integer, Integer> rows,
      List<Tie> ties,
      ToDoubleFunction<Tie> weight,
      ToDoubleFunction<Tie> more) {
    int n = rows.size();
    double[][] normal = new double[n][n];
    double[] right = new double[n];
    for (Tie tie : ties) {
      double its = weight.applyAsDouble(tie);
      double value = more.applyAsDouble(tie);
      Integer a = rows.get(tie.a);
      Integer b = rows.get(tie.b);
      if (a != null) {
        normal[a][a] += its;
        right[a] -= its * value;
      }
      if (b != null) {
        normal[b][b] += its;
        right[b] += its * value;
      }
      if (a != null && b != null) {
        normal[a][b] -= its;
        normal[b][a] -= its;
      }
    }
    for (int i = 0; i < n; i++) {
      // What nothing ties counts as the reference does.
      normal[i][i] += 1e-9;
    }
    return new CholeskyDecomposition(new Array2DRowRealMatrix(normal, false), 1e-9, 1e-20)
        .getSolver()
        .solve(new ArrayRealVector(right, false))
        .toArray();
  }
}
