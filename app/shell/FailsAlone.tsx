import { Component, type ReactNode, Suspense } from "react";
import { styled } from "styled-components";
import { PlainButton } from "../ui/Button.tsx";
import { color } from "../ui/tokens.ts";

interface FailsAloneProps {
  /** What it is, at the head of a sentence: "The drawing". */
  readonly what: string;
  readonly children: ReactNode;
}

/**
 * A part that can fail without the page around it, such as a drawing or a chart: in its place stands that it cannot be shown,
 * and the rest goes on. It is tried again with the next change of the page, or when somebody asks for it. On the server a part
 * that fails is left to the browser.
 */
export class FailsAlone extends Component<FailsAloneProps, { readonly hasFailed: boolean }> {
  override state = { hasFailed: false };

  static getDerivedStateFromError() {
    return { hasFailed: true };
  }

  override componentDidUpdate(before: FailsAloneProps) {
    if (this.state.hasFailed && before.children !== this.props.children) this.tryAgain();
  }

  private readonly tryAgain = () => this.setState({ hasFailed: false });

  override render() {
    const { what, children } = this.props;
    if (!this.state.hasFailed) return <Suspense>{children}</Suspense>;
    return (
      <Failed role="alert">
        <p>{what} cannot be shown. The numbers beside it hold without it, and nothing that was entered is lost.</p>
        <PlainButton onPress={this.tryAgain}>Try again</PlainButton>
      </Failed>
    );
  }
}

const Failed = styled.div`
  display: grid;
  align-content: center;
  justify-items: start;
  gap: 12px;
  height: 100%;
  padding: 24px;
  border-left: 5px solid ${color("spacer")};
`;
