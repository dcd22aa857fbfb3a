@sign-in
Feature: Signing in
  Only members get to the booking form.

  Scenario: A member signs in
    When I sign in as Juno Farrow
    Then I am on the page titled "Request a firing · Emberwick Kilns"

  Scenario Outline: <member> with the password <password>
    When I try to sign in as <member> with the password <password>
    Then I am told "<reason>"

    Examples: mistakes
      | member      | password | reason                                |
      | Juno Farrow | raku     | We do not know this name and password |
      | Nobody Here | celadon  | We do not know this name and password |
