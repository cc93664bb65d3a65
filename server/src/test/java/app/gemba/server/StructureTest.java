package app.gemba.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.methods;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;
import static com.tngtech.archunit.library.Architectures.layeredArchitecture;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;

import app.gemba.server.access.Needs;
import com.tngtech.archunit.core.importer.ImportOption.DoNotIncludeTests;
import com.tngtech.archunit.junit.AnalyzeClasses;
import com.tngtech.archunit.junit.ArchTest;
import com.tngtech.archunit.lang.ArchRule;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RestController;

/** Dependencies point inwards: server → engine, store, networks → core. */
@AnalyzeClasses(packages = "app.gemba", importOptions = DoNotIncludeTests.class)
class StructureTest {

  @ArchTest
  static final ArchRule modulesDependInwards =
      layeredArchitecture()
          .consideringOnlyDependenciesInAnyPackage("app.gemba..")
          .layer("server")
          .definedBy("app.gemba.server..")
          .layer("engine")
          .definedBy("app.gemba.engine..")
          .layer("store")
          .definedBy("app.gemba.store..")
          .layer("networks")
          .definedBy("app.gemba.networks..")
          .layer("standins")
          .definedBy("app.gemba.standins..")
          .layer("core")
          .definedBy("app.gemba.core..")
          .whereLayer("server")
          .mayNotBeAccessedByAnyLayer()
          .whereLayer("engine")
          .mayOnlyBeAccessedByLayers("server")
          .whereLayer("store")
          .mayOnlyBeAccessedByLayers("server")
          .whereLayer("networks")
          .mayOnlyBeAccessedByLayers("server")
          .whereLayer("standins")
          .mayOnlyBeAccessedByLayers("server")
          .whereLayer("core")
          .mayOnlyBeAccessedByLayers("server", "engine", "store", "networks");

  @ArchTest
  static final ArchRule standInsKnowNothingOfTheOtherModules =
      noClasses()
          .that()
          .resideInAPackage("app.gemba.standins..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage(
              "app.gemba.core..",
              "app.gemba.engine..",
              "app.gemba.store..",
              "app.gemba.networks..",
              "app.gemba.server..");

  @ArchTest
  static final ArchRule theCoreIsPure =
      noClasses()
          .that()
          .resideInAPackage("app.gemba.core..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage(
              "org.springframework..",
              "java.sql..",
              "javax.sql..",
              "java.net..",
              "tools.jackson..",
              "com.fasterxml..",
              "jakarta..",
              "java.util.concurrent..");

  @ArchTest
  static final ArchRule theCoreAsksForTheTimeAndTheChanceItUses =
      noClasses()
          .that()
          .resideInAPackage("app.gemba.core..")
          .should()
          .callMethod(java.time.Instant.class, "now")
          .orShould()
          .callMethod(java.time.LocalDate.class, "now")
          .orShould()
          .callMethod(System.class, "currentTimeMillis")
          .orShould()
          .callMethod(Math.class, "random")
          .orShould()
          .callConstructor(java.util.Random.class);

  @ArchTest
  static final ArchRule theEngineIsNoPartOfSpring =
      noClasses()
          .that()
          .resideInAnyPackage("app.gemba.engine..", "app.gemba.store..", "app.gemba.networks..")
          .should()
          .dependOnClassesThat()
          .resideInAPackage("org.springframework..");

  @ArchTest
  static final ArchRule sqlIsTheStores =
      noClasses()
          .that()
          .resideOutsideOfPackage("app.gemba.store..")
          .should()
          .dependOnClassesThat()
          .resideInAnyPackage("java.sql..", "javax.sql..");

  @ArchTest
  static final ArchRule packagesOfTheCoreHaveNoCircle =
      slices().matching("app.gemba.core.(*)..").should().beFreeOfCycles();

  @ArchTest
  static final ArchRule everyEndpointNamesItsPermission =
      methods()
          .that()
          .areDeclaredInClassesThat()
          .areAnnotatedWith(RestController.class)
          .and()
          .areAnnotatedWith(GetMapping.class)
          .or()
          .areAnnotatedWith(PostMapping.class)
          .or()
          .areAnnotatedWith(PutMapping.class)
          .or()
          .areAnnotatedWith(DeleteMapping.class)
          .should()
          .beAnnotatedWith(Needs.class);

  @ArchTest
  static final ArchRule nothingIsAUtilOrAManager =
      classes().should().haveNameNotMatching(".*(Util|Utils|Manager|Helper)");
}
