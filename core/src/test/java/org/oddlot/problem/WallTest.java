package org.oddlot.problem;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.oddlot.progress.CancelledException;

class WallTest {
  /** A family; its list in {@code META-INF/services} names members of every sort. */
  public interface Member {
    String name();
  }

  /** One as it should be. */
  public static final class Good implements Member {
    @Override
    public String name() {
      return "good";
    }
  }

  /** One whose static set-up fails. */
  public static final class Unset implements Member {
    private static final int FIRST = Integer.parseInt("none");

    @Override
    public String name() {
      return "unset " + FIRST;
    }
  }

  /** One that cannot be made. */
  public static final class Unmade implements Member {
    public Unmade() {
      throw new StackOverflowError();
    }

    @Override
    public String name() {
      return "unmade";
    }
  }

  /** Another as it should be, behind those that are not. */
  public static final class Last implements Member {
    @Override
    public String name() {
      return "last";
    }
  }

  @Test
  void membersThatCannotBeSetUpCostNoOtherAndAreToldOnce() {
    assertThat(Wall.members(Member.class)).extracting(Member::name).containsExactly("good", "last");
    List<String> absent = Wall.absent().stream().filter(each -> each.contains("Member")).toList();
    // A name that means no class, one of another family, set-up that fails, one that throws.
    assertThat(absent).hasSize(4).allMatch(each -> each.contains("was left out"));
    Wall.members(Member.class);
    assertThat(Wall.absent()).containsAll(absent);
    assertThat(Wall.absent().stream().filter(each -> each.contains("Member"))).hasSize(4);
  }

  @Test
  void whoeverStopsIsNoFault() {
    assertThat(Wall.<String>behind(() -> "x", _ -> "y")).isEqualTo("x");
    assertThat(
            Wall.<String>behind(
                () -> {
                  throw new NoClassDefFoundError("x");
                },
                fault -> fault.getClass().getSimpleName()))
        .isEqualTo("NoClassDefFoundError");
    assertThatThrownBy(() ->
            Wall.run(
                () -> {
                  throw new CancelledException();
                },
                _ -> {}))
        .isInstanceOf(CancelledException.class);
  }
}
