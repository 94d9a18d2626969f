/** What is going to be installed, decided and explained before anything is written. */
@org.jspecify.annotations.NullMarked
package keepshelf.core.install.plan;
