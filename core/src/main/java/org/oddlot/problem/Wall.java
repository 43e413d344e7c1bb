package org.oddlot.problem;

import java.util.ArrayList;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import java.util.ServiceConfigurationError;
import java.util.ServiceLoader;
import java.util.concurrent.ConcurrentSkipListMap;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.Supplier;
import org.oddlot.progress.CancelledException;

/**
 * What stands behind every door: whatever a reader, a measurer, a pass, an output or a codec throws
 * costs what it was asked for, and nothing else. That takes in what usually ends a program: a class
 * that is not there, static set-up that fails, a stack or a memory that is not enough.
 */
public final class Wall {
  /** By what is wrong with which family, as some are looked for again and again. */
  private static final Map<String, String> ABSENT = new ConcurrentSkipListMap<>();

  private Wall() {}

  /**
   * What {@code work} gives; where it throws, whatever that is, what {@code otherwise} makes of it.
   *
   * @throws CancelledException if the work was asked to stop: nothing went wrong then
   */
  public static <T> T behind(
      Supplier<? extends T> work, Function<? super Throwable, ? extends T> otherwise) {
    try {
      return work.get();
    } catch (CancelledException e) {
      throw e;
    } catch (RuntimeException | Error e) {
      return otherwise.apply(e);
    }
  }

  /**
   * Does {@code work}; where it throws, whatever that is, {@code otherwise} is told.
   *
   * @throws CancelledException if the work was asked to stop
   */
  public static void run(Runnable work, Consumer<? super Throwable> otherwise) {
    behind(
        () -> {
          work.run();
          return true;
        },
        fault -> {
          otherwise.accept(fault);
          return false;
        });
  }

  /**
   * The members of a family that {@link ServiceLoader} finds, in its order. One that is not there
   * or cannot be set up is left out, and told by {@link #absent}.
   */
  public static <T> List<T> members(Class<T> family) {
    var members = new ArrayList<T>();
    Iterator<ServiceLoader.Provider<T>> found =
        ServiceLoader.load(family, family.getClassLoader()).stream().iterator();
    while (isOneMore(found, family)) {
      behind(
          () -> members.add(found.next().get()),
          fault -> {
            leaveOut(family, fault);
            return false;
          });
    }
    return List.copyOf(members);
  }

  /** A name that means no class, or one that is damaged, is told where the next is looked for. */
  private static boolean isOneMore(Iterator<?> found, Class<?> family) {
    while (true) {
      try {
        return found.hasNext();
      } catch (ServiceConfigurationError | LinkageError e) {
        leaveOut(family, e);
      }
    }
  }

  private static void leaveOut(Class<?> family, Throwable fault) {
    ABSENT.computeIfAbsent(
        family.getName() + " " + fault.getMessage(),
        _ -> FaultReport.keepLeftOut("A part of Odd Lot (" + family.getSimpleName() + ")", fault));
  }

  /** The parts of the program that could not be set up, each in a sentence. */
  public static List<String> absent() {
    return List.copyOf(ABSENT.values());
  }
}
