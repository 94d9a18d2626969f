/** What is going to be installed, decided and explained before anything is written. */
package keepshelf.core.install.plan;
