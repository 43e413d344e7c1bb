package org.oddlot;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;

import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;

/** The direction of dependencies within the core: downward only. */
@AnalyzeClasses(packages = "org.oddlot", importOptions = ImportOption.DoNotIncludeTests.class)
class ArchitectureTest {

  @ArchTest
  static final ArchRule dependenciesPointDown =
      layeredArchitecture()
          .consideringOnlyDependenciesInLayers()
          .layer("lot")
          .definedBy("org.oddlot.lot..")
          .layer("pass")
          .definedBy("org.oddlot.pass..")
          .layer("profile")
          .definedBy("org.oddlot.profile..")
          .layer("format")
          .definedBy("org.oddlot.format..")
          .layer("paper")
          .definedBy("org.oddlot.paper..")
          .layer("timeline")
          .definedBy("org.oddlot.timeline..")
          .layer("sound")
          .definedBy("org.oddlot.sound..")
          .layer("problem")
          .definedBy("org.oddlot.problem..")
          .layer("json")
          .definedBy("org.oddlot.json..")
          .layer("time")
          .definedBy("org.oddlot.time..")
          .layer("text")
          .definedBy("org.oddlot.text..")
          .whereLayer("lot")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("pass")
          .mayOnlyBeAccessedByLayers("lot")
          .whereLayer("profile")
          .mayOnlyBeAccessedByLayers("lot", "pass")
          .whereLayer("format")
          .mayOnlyBeAccessedByLayers("lot")
          .whereLayer("paper")
          .mayOnlyBeAccessedByLayers("lot", "pass", "format")
          .whereLayer("timeline")
          .mayOnlyBeAccessedByLayers("lot", "pass", "profile", "format")
          .whereLayer("sound")
          .mayOnlyBeAccessedByLayers("lot", "pass")
          .whereLayer("sound")
          .mayOnlyAccessLayers("time", "problem", "text")
          .whereLayer("time")
          .mayOnlyAccessLayers("text")
          .whereLayer("json")
          .mayOnlyAccessLayers("text")
          .whereLayer("problem")
          .mayOnlyAccessLayers("text");

  @ArchTest
  static final ArchRule noInterfaceCode =
      noClasses()
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("javafx..", "java.awt..", "javax.swing..", "org.bytedeco..");

  @ArchTest
  static final ArchRule noClockNoLocaleNoZone =
      noClasses()
          .should()
          .callMethod(System.class, "currentTimeMillis")
          .orShould()
          .callMethod(java.time.LocalDate.class, "now")
          .orShould()
          .callMethod(java.time.Instant.class, "now")
          .orShould()
          .callMethod(java.util.Locale.class, "getDefault")
          .orShould()
          .callMethod(java.time.ZoneId.class, "systemDefault")
          .orShould()
          .callMethod(String.class, "formatted", Object[].class)
          .orShould()
          .callMethod(String.class, "format", String.class, Object[].class)
          .orShould()
          .callMethod(String.class, "toLowerCase")
          .orShould()
          .callMethod(String.class, "toUpperCase");

  @ArchTest
  static final ArchRule passesDoNotKnowEachOther =
      noClasses()
          .that()
          .resideInAPackage("org.oddlot.pass.match..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage(
              "org.oddlot.pass.tag..", "org.oddlot.pass.returning..", "org.oddlot.pass.intake..");

  @ArchTest
  static final ArchRule noDumpingGrounds =
      classes()
          .should()
          .haveNameNotMatching(".*(Utils|Util|Helper|Manager)")
          .because("a name says what something is for");
}
