/** Hives. */
package coop.waxmoor.colonies;
