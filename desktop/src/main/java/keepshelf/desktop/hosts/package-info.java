/** Where it is set up: the fitting table, plans and proofs. */
package keepshelf.desktop.hosts;
