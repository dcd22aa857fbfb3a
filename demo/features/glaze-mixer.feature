@mixer
Feature: Recipes of the studio
  Each of the studio's glazes is weighed out from its parts.

  Scenario Outline: <Recipe> in a bucket of <Bucket> litres
    Given I open the mixer
    When I mix <Share> per cent of <First> with <Second>
    And I weigh out for <Bucket> litres
    Then <Grams> grams of it are weighed out

    @data(recipes)
    Examples: the studio's glazes
